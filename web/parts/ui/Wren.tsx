import { colour } from './theme';

/** The mark of the application: a small wren, tail up. The same drawing as public/wren.svg. */
export function Wren({ size = 32 }: { readonly size?: number }) {
  return (
    <svg
      viewBox="0 0 48 48"
      width={size}
      height={size}
      aria-hidden
      style={{ display: 'block', flex: 'none' }}
    >
      <path d="M12 30 3 9l6-1 8 17z" fill={colour('wren')} />
      <path
        d="M6 33C6 22 14 16 25 16c3-7 8-9 12-8 3 .6 4.6 2.4 5 4.6l5 1.9-5 2.3C41.6 29 35 38 23 38 14 38 7 36.500 6 33z"
        fill={colour('jasper')}
      />
      <path d="M15 28c5 1 11-.5 15-5 .5 6-3 11-9 11-3.5 0-5.500-2.500-6-6z" fill={colour('wren')} />
      <circle cx="37" cy="12.800" r="1.600" fill={colour('paper')} />
      <path d="M20 38l-1.500 6M26 38l.5 6" stroke={colour('wren')} strokeWidth="2" strokeLinecap="round" />
    </svg>
  );
}
