import { ADVISED_TREAD, LEGAL_TREAD, treadPlaces } from '../../../core/vehicle';
import { colour } from '../ui';

const W = 132;
const H = 96;
/** As deep as a new tyre's, in millimetres: the full height of the drawing. */
const NEW = 8;

/** A cut through a tyre's tread: three ribs as deep as they were measured, with the legal depth across them. */
export function TyreFace({
  tread,
  label,
}: {
  readonly tread: readonly (number | null)[];
  readonly label: string;
}) {
  const y = (mm: number) => H - 14 - (Math.min(mm, NEW) / NEW) * (H - 34);
  const told = treadPlaces.map((place, n) => `${place} ${tread[n] ?? '?'} mm`).join(', ');
  return (
    <svg viewBox={`0 0 ${W} ${H}`} width={W} height={H} role="img" aria-label={`${label}: ${told}`}>
      <path d={`M4 ${H - 14}H${W - 4}V${H - 4}H4Z`} fill={colour('strongLine')} />
      {treadPlaces.map((place, n) => {
        const mm = tread[n];
        if (mm === null || mm === undefined || Number.isNaN(mm)) return null;
        const tone = mm < LEGAL_TREAD ? 'jasper' : mm < ADVISED_TREAD ? 'ochre' : 'moss';
        return (
          <g key={place}>
            <rect x={10 + n * 40} y={y(mm)} width={32} height={H - 14 - y(mm)} fill={colour(tone)} />
            <text
              x={26 + n * 40}
              y={y(mm) - 4}
              textAnchor="middle"
              fontSize="15"
              fontWeight="700"
              fill={colour('ink')}
            >
              {mm.toFixed(1)}
            </text>
          </g>
        );
      })}
      <path
        d={`M2 ${y(LEGAL_TREAD)}H${W - 2}`}
        stroke={colour('ink')}
        strokeWidth="1.5"
        strokeDasharray="4 3"
      />
    </svg>
  );
}
