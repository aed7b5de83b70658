import { createContext, useContext } from 'react';
import type { Position, Point } from '../../../core/geo';
import type { Size } from '../../../core/map';

/** Between places and the pixels of the map as it is shown now. */
export interface Projection {
  readonly pixelOf: (position: Position) => Point;
  readonly placeAt: (pixel: Point) => Position;
  readonly size: Size;
  /** Pixels to a metre. */
  readonly scale: number;
  /** Keeps names from going below a marker of so many pixels; gives what undoes it. */
  readonly keepClear: (position: Position, pixels: number) => () => void;
}

export const MapContext = createContext<Projection | null>(null);

export const useProjection = (): Projection | null => useContext(MapContext);
