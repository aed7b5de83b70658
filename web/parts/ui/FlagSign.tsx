import { colour } from './theme';

/** A flag: something happened here. */
export function FlagSign({ size = 20 }: { readonly size?: number }) {
  return (
    <svg
      viewBox="0 0 20 20"
      width={size}
      height={size}
      aria-hidden
      style={{ color: colour('ochre'), flex: 'none' }}
    >
      <path
        d="M10 18.5 4.7 9.6a6 6 0 1 1 10.6 0Z"
        fill="none"
        stroke="currentColor"
        strokeWidth="2.6"
        strokeLinejoin="round"
      />
    </svg>
  );
}
