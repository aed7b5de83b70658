import type { Gravity } from '../../../core/standard';
import { colour } from './theme';

/** Gravity told by shape: noted = dotted ring, minor = ring, serious = lozenge, dangerous = octagon. */
export const gravityColour = (gravity: Gravity): string =>
  gravity === 0 ? colour('soft') : gravity === 1 ? colour('ink') : colour('jasper');

/** The shape alone, in a 20 by 20 box, for charts that draw their own SVG. */
export function GlyphShape({ gravity }: { readonly gravity: Gravity }) {
  switch (gravity) {
    case 0:
      return (
        <circle
          cx={10}
          cy={10}
          r={7}
          fill="none"
          stroke="currentColor"
          strokeWidth={2.6}
          strokeDasharray="2.2 3.3"
        />
      );
    case 1:
      return <circle cx={10} cy={10} r={6.8} fill="none" stroke="currentColor" strokeWidth={3} />;
    case 2:
      return <path d="M10 .8 19.2 10 10 19.2.8 10Z" fill="currentColor" />;
    case 3:
      return <path d="M6.2 1h7.6L19 6.2v7.6L13.8 19H6.2L1 13.8V6.2Z" fill="currentColor" />;
  }
}

/** The one sign for a gravity, on every screen, chart and print. The word beside it is the standard's. */
export function Glyph({ gravity, size = 20 }: { readonly gravity: Gravity; readonly size?: number }) {
  return (
    <svg
      viewBox="0 0 20 20"
      width={size}
      height={size}
      aria-hidden
      style={{ color: gravityColour(gravity), flex: 'none', display: 'block' }}
    >
      <GlyphShape gravity={gravity} />
    </svg>
  );
}
