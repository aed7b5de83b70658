import { Typography } from '@mui/material';
import type { ReactNode } from 'react';
import type { Right } from '../../../contract';
import { useMay } from '../../data/api';
import { Aside, ReadOnly } from '../ui';

interface Props {
  /** What it takes to change what stands here. */
  readonly right: Right;
  /** What others can’t change, as the sentence says it. */
  readonly what: string;
  readonly children: ReactNode;
}

/** Settings that everybody may read and only some may change: for others they are shown, and can’t be touched. */
export function OnlyOwners({ right, what, children }: Props) {
  const allowed = useMay(right);
  if (allowed) return children;
  return (
    <>
      <Aside role="note">
        <Typography>Only an owner of the school can change {what}.</Typography>
      </Aside>
      <ReadOnly when>{children}</ReadOnly>
    </>
  );
}
