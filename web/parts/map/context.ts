import { createContext, useContext } from 'react';
import type { Position, Point } from '../../../core/geo';
import type { Size } from './view';

/** Between places and the pixels of the map as it is shown now. */
export interface Projection {
  readonly pixelOf: (position: Position) => Point;
  readonly placeAt: (pixel: Point) => Position;
  readonly size: Size;
  /** Pixels to a metre. */
  readonly scale: number;
}

export const MapContext = createContext<Projection | null>(null);

export const useProjection = (): Projection | null => useContext(MapContext);
