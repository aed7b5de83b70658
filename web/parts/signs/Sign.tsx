import type { ReactNode } from 'react';
import { signs, type SignId } from '../../../core/questions';
import { colour } from '../ui';

/** Shapes that mean the same nearly everywhere: a triangle warns, a ring forbids, a plate orders or tells. */
type Shape = 'warning' | 'ring' | 'disc' | 'square' | 'own';

const line = (d: string, width = 6) => (
  <path
    d={d}
    fill="none"
    stroke="currentColor"
    strokeWidth={width}
    strokeLinecap="round"
    strokeLinejoin="round"
  />
);
const solid = (d: string) => <path d={d} fill="currentColor" />;
const person = (x: number, y: number, s = 1) => (
  <g transform={`translate(${x} ${y}) scale(${s})`}>
    <circle cx="0" cy="-14" r="4.5" fill="currentColor" />
    {line('M0 -8V4M0 4L-6 16M0 4L6 16M-7 -2L0 -7L7 -1', 4.5)}
  </g>
);
const car = (x: number, y: number) => (
  <g transform={`translate(${x} ${y})`}>
    {solid('M-13 4V-3L-8 -3L-5 -10H5L8 -3H13V4H10A4 4 0 0 1 2 4H-2A4 4 0 0 1 -10 4Z')}
  </g>
);
const arrow = (d: string, head: string) => (
  <>
    {line(d)}
    {solid(head)}
  </>
);

const lampsPicture = (
  <g>
    <rect x="41" y="38" width="18" height="42" rx="4" fill="currentColor" />
    <circle cx="50" cy="46" r="5" fill={colour('jasper')} />
    <circle cx="50" cy="59" r="5" fill={colour('ochre')} />
    <circle cx="50" cy="72" r="5" fill={colour('moss')} />
  </g>
);

const pictures: Readonly<Record<SignId, readonly [Shape, ReactNode]>> = {
  'give-way': [
    'own',
    <path
      key="p"
      d="M8 12H92L50 86Z"
      fill={colour('card')}
      stroke={colour('jasper')}
      strokeWidth="9"
      strokeLinejoin="round"
    />,
  ],
  stop: [
    'own',
    <g key="p">
      <path d="M33 8H67L92 33V67L67 92H33L8 67V33Z" fill={colour('jasper')} />
      <path d="M28 44H72V56H28Z" fill={colour('onJasper')} />
    </g>,
  ],
  'no-entry': [
    'own',
    <g key="p">
      <circle cx="50" cy="50" r="43" fill={colour('jasper')} />
      <rect x="20" y="42" width="60" height="16" fill={colour('onJasper')} />
    </g>,
  ],
  'no-vehicles': ['ring', null],
  'speed-30': [
    'ring',
    <text key="p" x="50" y="63" textAnchor="middle" fontSize="38" fontWeight="700" fill="currentColor">
      30
    </text>,
  ],
  'speed-end': [
    'own',
    <g key="p">
      <circle cx="50" cy="50" r="41" fill={colour('card')} stroke="currentColor" strokeWidth="3" />
      <path d="M76 22L24 78" stroke="currentColor" strokeWidth="12" />
    </g>,
  ],
  'no-left': [
    'ring',
    <g key="p">
      {arrow('M62 74V46H38', 'M40 34L22 46L40 58Z')}
      {line('M24 24L76 76', 5)}
    </g>,
  ],
  'no-overtaking': [
    'ring',
    <g key="p">
      <g style={{ color: colour('jasper') }}>{car(34, 54)}</g>
      {car(65, 54)}
    </g>,
  ],
  'turn-left': ['disc', <g key="p">{arrow('M66 72V48H38', 'M40 34L20 48L40 62Z')}</g>],
  'mini-roundabout': [
    'disc',
    <g key="p">
      {[0, 120, 240].map((turn) => (
        <g key={turn} transform={`rotate(${turn} 50 50)`}>
          {arrow('M30 60A23 23 0 0 1 46 27', 'M45 17L60 27L45 37Z')}
        </g>
      ))}
    </g>,
  ],
  'roundabout-ahead': [
    'warning',
    <g key="p" transform="translate(18 26) scale(.64)">
      {[0, 120, 240].map((turn) => (
        <g key={turn} transform={`rotate(${turn} 50 50)`}>
          {arrow('M30 60A23 23 0 0 1 46 27', 'M45 17L60 27L45 37Z')}
        </g>
      ))}
    </g>,
  ],
  crossroads: ['warning', <g key="p">{line('M50 38V80M33 60H67', 9)}</g>],
  'side-road': [
    'warning',
    <g key="p">
      {line('M46 38V80', 10)}
      {line('M48 60H68', 5)}
    </g>,
  ],
  bend: ['warning', <g key="p">{arrow('M42 80V64L56 52', 'M50 43L68 42L62 59Z')}</g>],
  narrows: ['warning', <g key="p">{line('M34 80V66L44 54V40M66 80V66L56 54V40', 5)}</g>],
  'two-way': [
    'warning',
    <g key="p">
      {arrow('M42 76V52', 'M33 54L42 38L51 54Z')}
      {arrow('M59 46V68', 'M50 66L59 82L68 66Z')}
    </g>,
  ],
  hump: ['warning', <g key="p">{solid('M24 78C36 78 38 56 50 56S64 78 76 78Z')}</g>],
  slippery: [
    'warning',
    <g key="p">
      {car(50, 52)}
      {line('M40 80C34 74 48 72 42 64M62 80C56 74 70 72 64 64', 4)}
    </g>,
  ],
  'steep-hill': [
    'warning',
    <g key="p">
      {solid('M28 78L72 56V78Z')}
      {line('M36 62L56 50', 4)}
    </g>,
  ],
  children: [
    'warning',
    <g key="p">
      {person(42, 62, 0.9)}
      {person(58, 66, 0.7)}
    </g>,
  ],
  crossing: [
    'warning',
    <g key="p">
      {person(50, 56, 0.9)}
      {line('M34 82L38 74M46 82L48 74M58 82L56 74M68 82L64 74', 5)}
    </g>,
  ],
  lights: ['warning', lampsPicture],
  'level-crossing': ['warning', <g key="p">{line('M32 58H68M32 70H68M38 50V80M50 50V80M62 50V80', 5)}</g>],
  works: [
    'warning',
    <g key="p">
      {person(42, 62, 1)}
      {line('M46 56L60 70', 4)}
      {solid('M54 80L64 66L76 80Z')}
    </g>,
  ],
  priority: [
    'ring',
    <g key="p">
      <g style={{ color: colour('jasper') }}>{arrow('M37 68V46', 'M29 46L37 32L45 46Z')}</g>
      {line('M62 30V52', 9)}
      {solid('M50 50L62 72L74 50Z')}
    </g>,
  ],
  'one-way': ['square', <g key="p">{arrow('M50 82V34', 'M34 38L50 14L66 38Z')}</g>],
  'dead-end': [
    'square',
    <g key="p">
      {line('M50 84V40', 10)}
      <path d="M28 34H72" stroke={colour('jasper')} strokeWidth="14" />
    </g>,
  ],
  'bus-lane': [
    'square',
    <g key="p">
      {solid('M26 28H74V68H68A6 6 0 0 1 56 68H44A6 6 0 0 1 32 68H26Z')}
      <path d="M32 34H46V48H32ZM54 34H68V48H54Z" fill={colour('slate')} />
    </g>,
  ],
  parking: [
    'square',
    <text key="p" x="50" y="74" textAnchor="middle" fontSize="68" fontWeight="700" fill="currentColor">
      P
    </text>,
  ],
  'no-stopping': [
    'own',
    <g key="p">
      <circle cx="50" cy="50" r="41" fill={colour('slate')} stroke={colour('jasper')} strokeWidth="8" />
      <path d="M24 24L76 76M76 24L24 76" stroke={colour('jasper')} strokeWidth="8" />
    </g>,
  ],
};

/** A generic sign, drawn by this project. Real signs differ in detail from country to country. */
export function Sign({ sign, size = 160 }: { readonly sign: SignId; readonly size?: number }) {
  const [shape, picture] = pictures[sign];
  const onPlate = shape === 'disc' || shape === 'square';
  return (
    <svg
      viewBox="0 0 100 100"
      width={size}
      height={size}
      role="img"
      aria-label={signs[sign]}
      style={{ color: colour(onPlate ? 'paper' : 'ink'), flex: 'none' }}
    >
      <Plate shape={shape} />
      {picture}
    </svg>
  );
}

function Plate({ shape }: { readonly shape: Shape }) {
  const [card, jasper, slate] = [colour('card'), colour('jasper'), colour('slate')];
  switch (shape) {
    case 'warning':
      return <path d="M50 10L94 88H6Z" fill={card} stroke={jasper} strokeWidth="8" strokeLinejoin="round" />;
    case 'ring':
      return <circle cx="50" cy="50" r="41" fill={card} stroke={jasper} strokeWidth="9" />;
    case 'disc':
      return <circle cx="50" cy="50" r="44" fill={slate} />;
    case 'square':
      return <rect x="8" y="6" width="84" height="88" rx="6" fill={slate} />;
    case 'own':
      return null;
  }
}
