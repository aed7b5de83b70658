import { useRef, type PointerEvent } from 'react';
import type { Spot } from '../../../core/yard';
import { colour } from '../ui';
import type { Projection } from './projection';

interface Props {
  readonly projection: Projection;
  readonly at: Spot;
  readonly title: string;
  /** The direction in which it goes; left out: anywhere. */
  readonly along?: Spot;
  readonly onStart: () => void;
  readonly onDrag: (to: Spot) => void;
  readonly onEnd: () => void;
}

/** Pixels: what is drawn, and what a finger meets. */
const SIZE = 7;
const REACH = 18;

/** A point of a drawing that a pointer or a finger can drag. What it does can be typed in a field as well. */
export function DragPoint({ projection, at, title, along, onStart, onDrag, onEnd }: Props) {
  const dragging = useRef(false);
  const [x, y] = projection.at(at);
  const spotOf = (event: PointerEvent<SVGGElement>): Spot => {
    const frame = event.currentTarget.ownerSVGElement?.getBoundingClientRect();
    return projection.spotAt([event.clientX - (frame?.left ?? 0), event.clientY - (frame?.top ?? 0)]);
  };
  const end = (): void => {
    if (dragging.current) onEnd();
    dragging.current = false;
  };
  return (
    <g
      aria-hidden
      data-handle={title}
      style={{ cursor: 'grab', touchAction: 'none' }}
      onPointerDown={(event) => {
        event.preventDefault();
        event.currentTarget.setPointerCapture(event.pointerId);
        dragging.current = true;
        onStart();
      }}
      onPointerMove={(event) => {
        if (dragging.current) onDrag(spotOf(event));
      }}
      onPointerUp={end}
      onPointerCancel={end}
    >
      <title>{title}</title>
      <circle cx={x} cy={y} r={REACH} fill="transparent" />
      {along ? <Arrows x={x} y={y} turn={turnOf(projection, at, along)} /> : null}
      <rect
        x={x - SIZE}
        y={y - SIZE}
        width={2 * SIZE}
        height={2 * SIZE}
        rx={3}
        fill={colour('paper')}
        stroke={colour('jasper')}
        strokeWidth={2.5}
      />
    </g>
  );
}

/** Degrees on the screen of a direction on the ground. */
function turnOf(projection: Projection, at: Spot, along: Spot): number {
  const [from, to] = [projection.at(at), projection.at([at[0] + along[0], at[1] + along[1]])];
  return (Math.atan2(to[1] - from[1], to[0] - from[0]) * 180) / Math.PI;
}

function Arrows({ x, y, turn }: { readonly x: number; readonly y: number; readonly turn: number }) {
  return (
    <path
      d={`M ${x + 13} ${y - 4} L ${x + 18} ${y} L ${x + 13} ${y + 4} M ${x - 13} ${y - 4} L ${x - 18} ${y} L ${x - 13} ${y + 4}`}
      transform={`rotate(${turn} ${x} ${y})`}
      fill="none"
      stroke={colour('jasper')}
      strokeWidth={2}
      strokeLinecap="round"
      strokeLinejoin="round"
    />
  );
}
