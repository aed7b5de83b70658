import type { Units } from '../../../core/roadcraft';
import type { Asked } from './useFigure';

/** What every page of a figure gets. */
export interface FigureProps {
  readonly asked: Asked;
  readonly units: Units;
  readonly drivingSide: 'left' | 'right';
  /** Metres a second. */
  readonly speed: number;
}
