import { Box } from '@mui/material';
import type { MouseEvent } from 'react';
import type { ControlId, VehicleCard } from '../../../core/vehicle';
import { colour } from '../ui';

interface Props {
  readonly card: VehicleCard;
  /** The control that is shown or placed now. */
  readonly marked: ControlId | null;
  /** Wheel on the right, as where one drives on the left. */
  readonly wheelOnRight: boolean;
  /** Called with the place that was touched, from 0 to 1 across and down. */
  readonly onPlace?: (place: { readonly x: number; readonly y: number }) => void;
  readonly title: string;
}

const W = 600;
const H = 340;

/** A cockpit as anybody's: screen, shelf, wheel, panel, middle, seats. Where a control is, is a dot on it. */
export function Cockpit({ card, marked, wheelOnRight, onPlace, title }: Props) {
  const place = (event: MouseEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const clamp = (value: number) => Math.round(1_000 * Math.min(1, Math.max(0, value))) / 1_000;
    onPlace?.({
      x: clamp((event.clientX - box.left) / box.width),
      y: clamp((event.clientY - box.top) / box.height),
    });
  };
  const at = marked ? card[marked]?.place : null;
  return (
    <Box
      component="svg"
      viewBox={`0 0 ${W} ${H}`}
      role="img"
      aria-label={title}
      onClick={onPlace ? place : undefined}
      sx={{
        width: '100%',
        maxWidth: 640,
        display: 'block',
        bgcolor: colour('card'),
        border: `1px solid ${colour('line')}`,
        borderRadius: 1,
        cursor: onPlace ? 'crosshair' : 'default',
        touchAction: 'manipulation',
      }}
    >
      <g
        fill="none"
        stroke={colour('strongLine')}
        strokeWidth={2}
        transform={wheelOnRight ? undefined : `translate(${W} 0) scale(-1 1)`}
      >
        <path d="M40 96C140 16 460 16 560 96" />
        <path
          d="M20 118C150 78 450 78 580 118V196C500 180 480 176 340 178V330H240V178C150 176 100 182 20 196Z"
          fill={colour('wash')}
        />
        <path d="M360 124C372 98 488 98 500 124V140H360Z" fill={colour('card')} />
        <circle cx="398" cy="124" r="11" />
        <circle cx="462" cy="124" r="11" />
        <rect x="246" y="96" width="88" height="40" rx="5" fill={colour('card')} />
        <circle cx="262" cy="192" r="12" fill={colour('card')} />
        <circle cx="290" cy="192" r="12" fill={colour('card')} />
        <circle cx="318" cy="192" r="12" fill={colour('card')} />
        <path d="M290 236V276M276 236H304" strokeWidth={7} strokeLinecap="round" />
        <path d="M286 326L300 290" strokeWidth={7} strokeLinecap="round" />
        <path d="M332 158L366 160M528 158L494 160" strokeWidth={7} strokeLinecap="round" />
        <circle cx="430" cy="176" r="58" strokeWidth={9} />
        <circle cx="430" cy="176" r="18" fill={colour('card')} />
        <path d="M374 182H412M448 182H486M430 194V232" strokeWidth={7} />
        <path d="M396 268H418V292H396ZM430 268H452V292H430ZM464 262H480V300H464Z" fill={colour('card')} />
        <path d="M376 340C376 310 484 310 484 340M120 340C120 310 228 310 228 340" />
        <path d="M560 204H590V226H560ZM10 204H40V226H10Z" fill={colour('card')} />
      </g>
      {Object.entries(card).map(([id, entry]) =>
        entry?.place && id !== marked ? (
          <circle key={id} cx={entry.place.x * W} cy={entry.place.y * H} r={4} fill={colour('strongLine')} />
        ) : null,
      )}
      {at ? (
        <g>
          <circle cx={at.x * W} cy={at.y * H} r={22} fill="none" stroke={colour('jasper')} strokeWidth={4} />
          <circle cx={at.x * W} cy={at.y * H} r={8} fill={colour('jasper')} />
        </g>
      ) : null}
    </Box>
  );
}
