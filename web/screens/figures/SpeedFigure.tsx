import type { Units } from '../../../core/roadcraft';
import { Figure } from '../../parts/charts';
import { perSpeed, speedUnit } from './words';

interface Series {
  readonly name: string;
  readonly tone: 'moss' | 'slate' | 'ochre';
  /** @param speed metres a second */
  readonly at: (speed: number) => number | null;
  readonly strong?: boolean;
}

interface Props {
  readonly title: string;
  readonly label: string;
  readonly file: string;
  readonly units: Units;
  /** Fastest speed that is shown, in the units. */
  readonly most: number;
  readonly what: string;
  readonly series: readonly Series[];
  /** Where the learner is: metres a second, and on the other axis. */
  readonly point: { readonly name: string; readonly speed: number; readonly y: number } | null;
  readonly speedTitle?: string;
  /** Largest value that is shown; as large as it gets where it is not given. */
  readonly highest?: number;
}

const STEPS = 60;

/** Something that depends on the speed, as curves, with the case in hand marked; also as a table and a file. */
export function SpeedFigure({
  title,
  label,
  file,
  units,
  most,
  what,
  series,
  point,
  speedTitle = 'Speed',
  highest,
}: Props) {
  const per = perSpeed(units);
  const speeds = Array.from({ length: STEPS }, (_, n) => ((n + 1) * most) / STEPS);
  const columns = series.map(({ at }) => speeds.map((speed) => at(speed * per)));
  const axis = `${speedTitle}, ${speedUnit(units)}`;
  return (
    <Figure
      {...{ title, label, file }}
      columns={[axis, ...series.map(({ name }) => `${name}: ${what}`)]}
      rows={speeds.flatMap((speed, n) =>
        n % 5 === 4 ? [[speed.toFixed(0), ...columns.map((column) => column[n]?.toFixed(1) ?? '–')]] : [],
      )}
      draw={(colours) => ({
        data: [
          ...series.map(({ name, tone, strong = true }, n) => ({
            type: 'scatter' as const,
            mode: 'lines' as const,
            name,
            x: speeds,
            y: columns[n] ?? [],
            line: { color: colours[tone], width: strong ? 4 : 2 },
          })),
          ...(point
            ? [
                {
                  type: 'scatter' as const,
                  mode: 'markers' as const,
                  name: point.name,
                  x: [point.speed / per],
                  y: [point.y],
                  marker: { size: 13, color: colours.jasper },
                },
              ]
            : []),
        ],
        layout: {
          showlegend: true,
          legend: { orientation: 'h', y: 1.18 },
          xaxis: { title: { text: axis } },
          yaxis: {
            title: { text: what },
            ...(highest === undefined ? { rangemode: 'tozero' } : { range: [0, highest] }),
          },
        },
      })}
    />
  );
}
