import { Box } from '@mui/material';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import type { Position, Point } from '../../../core/geo';
import { colour } from '../ui';
import { useProjection } from './context';

interface Props {
  readonly position: Position;
  readonly label: string;
  readonly size?: number;
  readonly chosen?: boolean;
  readonly onClick?: () => void;
  /** Given: it can be dragged, and this is where it was let go. */
  readonly onMove?: (position: Position) => void;
  readonly children: ReactNode;
}

/** Something at a place of the map: a button, or a handle that can be dragged. */
export function Marker({ position, label, size = 30, chosen = false, onClick, onMove, children }: Props) {
  const projection = useProjection();
  const [dragged, setDragged] = useState<Point | null>(null);
  const start = useRef<Point | null>(null);
  const keepClear = projection?.keepClear;
  const { lat, lon } = position;
  useEffect(() => keepClear?.({ lat, lon }, size), [keepClear, lat, lon, size]);
  if (!projection) return null;
  const own = projection.pixelOf(position);
  const at = dragged ?? own;
  const { width, height } = projection.size;
  if (at.x < -size || at.y < -size || at.x > width + size || at.y > height + size) return null;
  return (
    <Box
      component={onClick || onMove ? 'button' : 'span'}
      {...(onClick || onMove ? { type: 'button' as const } : { role: 'img' })}
      data-marker
      aria-label={label}
      title={label}
      onClick={onClick}
      onPointerDown={(event: React.PointerEvent) => {
        if (!onMove) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        start.current = { x: event.clientX - own.x, y: event.clientY - own.y };
      }}
      onPointerMove={(event: React.PointerEvent) => {
        if (start.current)
          setDragged({ x: event.clientX - start.current.x, y: event.clientY - start.current.y });
      }}
      onPointerUp={() => {
        if (dragged && Math.hypot(dragged.x - own.x, dragged.y - own.y) > 4)
          onMove?.(projection.placeAt(dragged));
        start.current = null;
        setDragged(null);
      }}
      onPointerCancel={() => {
        start.current = null;
        setDragged(null);
      }}
      sx={{
        position: 'absolute',
        left: 0,
        top: 0,
        width: size,
        height: size,
        transform: `translate(${at.x - size / 2}px, ${at.y - size / 2}px)`,
        display: 'grid',
        placeItems: 'center',
        p: 0,
        border: chosen ? `3px solid ${colour('jasper')}` : 0,
        borderRadius: '50%',
        bgcolor: 'transparent',
        color: 'inherit',
        font: 'inherit',
        cursor: onMove ? 'move' : onClick ? 'pointer' : 'default',
        zIndex: chosen ? 2 : 1,
        touchAction: 'none',
      }}
    >
      {children}
    </Box>
  );
}
