import { Box, IconButton } from '@mui/material';
import Add from '@mui/icons-material/Add';
import Remove from '@mui/icons-material/Remove';
import CropFree from '@mui/icons-material/CropFree';
import { select } from 'd3-selection';
import { zoom, zoomIdentity, type D3ZoomEvent } from 'd3-zoom';
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { flushSync } from 'react-dom';
import { frameAt, type Position, type Point } from '../../../core/geo';
import {
  LEAST_SCALE,
  MOST_SCALE,
  toMetres,
  toPixels,
  viewOf,
  type Bounds,
  type Box as Covered,
  type MapGeometry,
  type Size,
  type View,
} from '../../../core/map';
import type { Route } from '../../../core/route';
import { colour, tokens, usePalette, useSize } from '../ui';
import { MapContext, type Projection } from './context';
import { paintMap, type MapLine } from './paint';
import { ScaleBar } from './ScaleBar';

interface Props {
  readonly geometry: MapGeometry;
  /** What it shows, in words. */
  readonly label: string;
  /** Of the scale. */
  readonly units: Route['units'];
  readonly lines?: readonly MapLine[];
  /** Shown first, and again when it is another one; all of the network where it is not given. */
  readonly fit?: Bounds;
  /** Where the map is held, heading up, while something is followed. */
  readonly follow?: View | null;
  readonly onPick?: (position: Position) => void;
  readonly height: number | string;
  /** For print: finer, and without buttons. */
  readonly still?: boolean;
  readonly children?: ReactNode;
}

/** A map drawn from the roads themselves: dragged, pinched, turned by wheel or keys; markers lie on top. */
export function NetworkMap({
  geometry,
  label,
  units,
  lines = [],
  fit,
  follow = null,
  onPick,
  height,
  still = false,
  children,
}: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const size = useSize(frame);
  const [own, setOwn] = useState<View | null>(null);
  const shown = fit ?? geometry.bounds;
  const fitted = useMemo(() => (size.width > 0 ? viewOf(shown, size) : null), [shown, size]);
  const view = follow ?? own ?? fitted;
  const buttons = !still && follow === null;
  const printing = usePrinting();
  const screenPalette = usePalette();
  const palette = printing ? tokens.light : screenPalette;

  // What is to be shown has changed: the person's own view of what was before is given up.
  const [before, setBefore] = useState(shown);
  if (before !== shown) {
    setBefore(shown);
    setOwn(null);
  }

  // Markers tell where they are; when that changes without the view, names find other places.
  const [covered, setCovered] = useState<ReadonlyMap<object, { position: Position; pixels: number }>>(
    () => new Map(),
  );
  const keepClear = useCallback((position: Position, pixels: number) => {
    const key = {};
    setCovered((before) => new Map(before).set(key, { position, pixels }));
    return () =>
      setCovered((before) => {
        const after = new Map(before);
        after.delete(key);
        return after;
      });
  }, []);

  useEffect(() => {
    const element = canvas.current;
    const ctx = element?.getContext('2d');
    if (!element || !ctx || !view || size.width === 0) return;
    const { toPoint } = frameAt(geometry.middle);
    const clear = [
      ...coveredParts(size, buttons),
      ...[...covered.values()].map(({ position, pixels }): Covered => ({
        ...toPixels(view, size, toPoint(position)),
        angle: 0,
        width: pixels,
        height: pixels,
      })),
    ];
    const paint = () => {
      const sharp = printing ? 3 : still ? 2.5 : window.devicePixelRatio || 1;
      element.width = Math.round(size.width * sharp);
      element.height = Math.round(size.height * sharp);
      paintMap(ctx, geometry, view, size, { palette, lines, sharp, clear });
    };
    // Paper does not wait for the next frame.
    if (printing) {
      paint();
      return;
    }
    const request = requestAnimationFrame(paint);
    return () => cancelAnimationFrame(request);
  }, [geometry, view, size, palette, lines, still, printing, buttons, covered]);

  // d3-zoom keeps scale and shift; between its coordinates and ours lies only the middle of the page.
  const live = useRef({ view, size, holding: follow !== null });
  useLayoutEffect(() => {
    live.current = { view, size, holding: follow !== null };
  });
  const zooming = useRef<((next: View) => void) | null>(null);
  useEffect(() => {
    const element = frame.current;
    if (!element || still || size.width === 0) return;
    const behaviour = zoom<HTMLDivElement, unknown>()
      .scaleExtent([LEAST_SCALE, MOST_SCALE])
      .clickDistance(5)
      .filter((event: Event) => {
        const held = event.target instanceof Element && event.target.closest('[data-marker]') !== null;
        return !live.current.holding && !held && !('button' in event && event.button !== 0);
      })
      .on('zoom', ({ transform: { k, x, y }, sourceEvent }: D3ZoomEvent<HTMLDivElement, unknown>) => {
        if (!sourceEvent) return;
        const { width, height: high } = live.current.size;
        setOwn({ scale: k, x: (width / 2 - x) / k, y: -(high / 2 - y) / k, up: 0 });
      });
    const selection = select(element);
    selection.call(behaviour).on('dblclick.zoom', null);
    zooming.current = ({ x, y, scale }) => {
      const { width, height: high } = live.current.size;
      selection.call(
        behaviour.transform,
        zoomIdentity.translate(width / 2 - x * scale, high / 2 + y * scale).scale(scale),
      );
    };
    if (live.current.view) zooming.current(live.current.view);
    return () => {
      selection.on('.zoom', null);
    };
  }, [size, still]);
  // A view that did not come from a gesture is told to the gestures.
  useEffect(() => {
    if (view && own === null) zooming.current?.(view);
  }, [view, own]);

  const projection = useMemo((): Projection | null => {
    if (!view) return null;
    const { toPoint, toPosition } = frameAt(geometry.middle);
    return {
      pixelOf: (position: Position) => toPixels(view, size, toPoint(position)),
      placeAt: (pixel: Point) => toPosition(toMetres(view, size, pixel)),
      size,
      scale: view.scale,
      keepClear,
    };
  }, [geometry, view, size, keepClear]);

  const go = (change: (now: View) => View) => {
    if (!view || follow) return;
    const next = change(view);
    const scale = Math.min(MOST_SCALE, Math.max(LEAST_SCALE, next.scale));
    setOwn({ ...next, scale });
    zooming.current?.({ ...next, scale });
  };
  const onKey = (event: React.KeyboardEvent) => {
    if (event.target !== frame.current || !view) return;
    const step = 90 / view.scale;
    const moves: Readonly<Record<string, (now: View) => View>> = {
      ArrowLeft: (now) => ({ ...now, x: now.x - step }),
      ArrowRight: (now) => ({ ...now, x: now.x + step }),
      ArrowUp: (now) => ({ ...now, y: now.y + step }),
      ArrowDown: (now) => ({ ...now, y: now.y - step }),
      '+': (now) => ({ ...now, scale: now.scale * 1.4 }),
      '=': (now) => ({ ...now, scale: now.scale * 1.4 }),
      '-': (now) => ({ ...now, scale: now.scale / 1.4 }),
    };
    if (event.key === 'Enter' && onPick && projection) {
      event.preventDefault();
      onPick(projection.placeAt({ x: size.width / 2, y: size.height / 2 }));
      return;
    }
    const move = moves[event.key];
    if (!move) return;
    event.preventDefault();
    go(move);
  };

  return (
    <Box
      ref={frame}
      tabIndex={still ? undefined : 0}
      role={still ? 'img' : 'application'}
      aria-label={label}
      onKeyDown={onKey}
      sx={{
        position: 'relative',
        height,
        overflow: 'hidden',
        border: `1px solid ${colour('line')}`,
        borderRadius: `${tokens.radius}px`,
        touchAction: still ? 'auto' : 'none',
        userSelect: 'none',
        cursor: onPick ? 'crosshair' : 'grab',
        '& [data-middle]': { display: 'none' },
        '&:focus-visible [data-middle]': { display: 'block' },
      }}
    >
      <canvas
        ref={canvas}
        style={{ width: '100%', height: '100%', display: 'block' }}
        onClick={(event) => {
          if (!onPick || !projection) return;
          const { left, top } = event.currentTarget.getBoundingClientRect();
          onPick(projection.placeAt({ x: event.clientX - left, y: event.clientY - top }));
        }}
      />
      {projection ? <MapContext value={projection}>{children}</MapContext> : null}
      {geometry.source ? (
        <Box
          sx={{
            position: 'absolute',
            left: 6,
            bottom: 6,
            px: 0.75,
            maxWidth: 'calc(100% - 190px)',
            whiteSpace: 'nowrap',
            overflow: 'hidden',
            textOverflow: 'ellipsis',
            fontSize: 12,
            color: colour('soft'),
            bgcolor: colour('paper'),
            borderRadius: 0.5,
            pointerEvents: 'none',
          }}
        >
          {geometry.source}
        </Box>
      ) : null}
      {onPick ? (
        // Where Enter puts a point, while the map is moved by keys.
        <Box
          data-middle
          component="svg"
          viewBox="0 0 40 40"
          aria-hidden
          sx={{
            position: 'absolute',
            left: 'calc(50% - 20px)',
            top: 'calc(50% - 20px)',
            width: 40,
            height: 40,
            pointerEvents: 'none',
            stroke: colour('ink'),
            strokeWidth: 2.5,
            fill: 'none',
          }}
        >
          <path d="M20 2V15M20 25V38M2 20H15M25 20H38" />
        </Box>
      ) : null}
      {view ? <ScaleBar scale={view.scale} up={view.up} units={units} /> : null}
      {!buttons ? null : (
        <Box
          data-marker
          className="screen-only"
          sx={{ position: 'absolute', right: 8, top: 8, display: 'grid', gap: 0.5, zIndex: 3 }}
        >
          <MapButton label="Zoom in" onClick={() => go((now) => ({ ...now, scale: now.scale * 1.5 }))}>
            <Add />
          </MapButton>
          <MapButton label="Zoom out" onClick={() => go((now) => ({ ...now, scale: now.scale / 1.5 }))}>
            <Remove />
          </MapButton>
          <MapButton label="Show all" onClick={() => setOwn(null)}>
            <CropFree />
          </MapButton>
        </Box>
      )}
    </Box>
  );
}

/** Where the scale, the source and the buttons lie over the map, in pixels. */
const coveredParts = ({ width, height }: Size, buttons: boolean): readonly Covered[] => [
  { x: width - 95, y: height - 22, angle: 0, width: 190, height: 44 },
  { x: 130, y: height - 12, angle: 0, width: 260, height: 24 },
  ...(buttons ? [{ x: width - 32, y: 84, angle: 0, width: 64, height: 168 }] : []),
];

function MapButton({
  label,
  onClick,
  children,
}: {
  readonly label: string;
  readonly onClick: () => void;
  readonly children: ReactNode;
}) {
  return (
    <IconButton
      aria-label={label}
      title={label}
      onClick={onClick}
      sx={{
        bgcolor: colour('card'),
        color: colour('ink'),
        border: `1px solid ${colour('strongLine')}`,
        '&:hover': { bgcolor: colour('wash') },
      }}
    >
      {children}
    </IconButton>
  );
}

/** Whether the page is being put on paper just now. */
function usePrinting(): boolean {
  const [printing, setPrinting] = useState(false);
  useEffect(() => {
    const begin = () => flushSync(() => setPrinting(true));
    const end = () => setPrinting(false);
    window.addEventListener('beforeprint', begin);
    window.addEventListener('afterprint', end);
    return () => {
      window.removeEventListener('beforeprint', begin);
      window.removeEventListener('afterprint', end);
    };
  }, []);
  return printing;
}
