import { useLayoutEffect, useMemo, type RefObject } from 'react';
import type { Item, Manoeuvre, PlacedItem, Severity } from '../../../core/standard';
import { usualItems } from '../../../core/standard';
import { useJudged, type DriveHere } from '../../data/log';
import { PadGrid, searchItems } from '../../parts/pads';
import { useLikely } from './useLikely';
import { useNextPicture } from './useNextPicture';

interface Props {
  readonly drive: DriveHere;
  readonly stage: string;
  /** Kind of what the route has next; null where no route is followed. */
  readonly ahead: string | null;
  /** The manoeuvre under way. */
  readonly manoeuvre: Manoeuvre | undefined;
  /** The area that was chosen; null: what is likely now, or the usual faults of the manoeuvre under way. */
  readonly area: string | null;
  /** Letters that were typed; with any, what they find is shown. */
  readonly letters: string;
  /** Which pad the Enter key would mark. */
  readonly chosen: number;
  readonly grave: boolean;
  readonly onMark: (item: Item, severity: Severity) => void;
  /** Told which items stand on the pads, for the keys. */
  readonly shown: RefObject<readonly PlacedItem[]>;
}

/** The pads that can be touched now. */
export function PadsNow(props: Props) {
  const { drive, stage, ahead, manoeuvre, area, letters, chosen, grave, onMark, shown } = props;
  const { standard } = drive;
  // The tape and the limits show a touch first.
  const judgement = useNextPicture(useJudged(drive, (whole) => whole));
  const likely = useLikely(drive, judgement, stage, ahead);
  const found = useMemo(() => searchItems(standard, letters), [standard, letters]);
  const usual = useMemo(() => (manoeuvre ? usualItems(standard, manoeuvre) : null), [standard, manoeuvre]);
  const section = standard.sections.find(({ id }) => id === area);
  const ofArea = useMemo(() => section?.items.map((item) => ({ item, section })) ?? [], [section]);
  const placed = letters ? found : area !== null ? ofArea : (usual ?? likely);
  useLayoutEffect(() => {
    shown.current = placed;
  }, [shown, placed]);
  return (
    <PadGrid
      {...{ standard, placed, judgement, grave, onMark }}
      chosen={letters ? chosen : null}
      fill={!letters && area === null}
      // Where no mark has a graver form, three stand side by side.
      columns={placed.some(({ item }) => item.severities.length > 1) ? 2 : 3}
      empty={`Nothing here begins with “${letters}”. Clear the letters, or choose an area.`}
    />
  );
}
