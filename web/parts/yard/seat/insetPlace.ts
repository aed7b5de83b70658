import { isInside, type Mirror } from '../../../../core/yard';

/** Shares of the view's width that a mirror's picture takes, pixels at most, and pixels to the edge. */
const DOOR = 0.24;
const INSIDE = 0.3;
const MOST = 300;
const EDGE = 8;

/** Where a mirror's picture stands over the view, in pixels from its upper left corner. */
export function insetPlace(
  mirror: Mirror,
  width: number,
  height: number,
): { readonly left: number; readonly top: number; readonly wide: number; readonly tall: number } {
  const ratio = mirror.height / mirror.width;
  const inside = isInside(mirror);
  const most = Math.min(width * (inside ? INSIDE : DOOR), MOST);
  const tall = Math.min(most * ratio, height * 0.55);
  const wide = tall / ratio;
  const left = inside ? (width - wide) / 2 : mirror.centre[1] > 0 ? EDGE : width - wide - EDGE;
  return { left, top: EDGE, wide, tall };
}
