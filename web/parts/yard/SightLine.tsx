import type { Spot } from '../../../core/yard';
import { colour } from '../ui';
import type { Projection } from './projection';

/** What the driver looks along at a mark: from the eye or the mirror to what is covered. */
export function SightLine({
  projection,
  line: [from, to],
}: {
  readonly projection: Projection;
  readonly line: readonly [Spot, Spot];
}) {
  const [[x1, y1], [x2, y2]] = [projection.at(from), projection.at(to)];
  return (
    <g aria-hidden>
      <line {...{ x1, y1, x2, y2 }} stroke={colour('jasper')} strokeWidth={2} strokeDasharray="7 4" />
      <circle cx={x2} cy={y2} r={5} fill="none" stroke={colour('jasper')} strokeWidth={2} />
    </g>
  );
}
