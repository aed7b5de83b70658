import type { ReactNode } from 'react';
import type { Right } from '../../../contract';
import { useMay } from '../../data/api';

/** What the server would refuse to others is not offered to them. */
export const IfMay = ({ right, children }: { readonly right: Right; readonly children: ReactNode }) =>
  useMay(right) ? children : null;
