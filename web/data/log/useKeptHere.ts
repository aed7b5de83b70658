import { useEffect, useState } from 'react';
import type { MockView } from '../../../contract';
import { browserKeep } from './keep';
import { useLink } from './useLink';

/** Drives of this browser that the server does not have whole; none where the browser does not store. */
export function useKeptHere(): readonly MockView[] {
  const { waiting, link } = useLink();
  const [drives, setDrives] = useState<readonly MockView[]>([]);
  useEffect(() => {
    let open = true;
    browserKeep()
      .then((keep) => keep?.unsent())
      .then((kept) => open && setDrives(kept?.map(({ mock }) => mock) ?? []))
      .catch(() => undefined);
    return () => {
      open = false;
    };
  }, [waiting, link]);
  return drives;
}
