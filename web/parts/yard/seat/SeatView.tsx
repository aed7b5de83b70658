import { Box, Button, Typography } from '@mui/material';
import { useEffect, useRef, useState, type PointerEvent, type ReactNode } from 'react';
import {
  headFor,
  isInside,
  type Layout,
  type Sample,
  type Way,
  type YardVehicle,
} from '../../../../core/yard';
import { colour, inField, LoadingNote, usePalette, useSize } from '../../ui';
import { insetPlace } from './insetPlace';
import type { Head, Marked, SeatScene } from './scene';

interface Props {
  readonly layout: Layout;
  /** With its eye and mirrors as this driver has them. */
  readonly vehicle: YardVehicle;
  readonly pose: Sample;
  readonly head: Head;
  readonly onHead: (head: Head) => void;
  /** What a sighting mark is about; it keeps its identity while it is shown. */
  readonly mark?: Marked | null;
  /** Shown where the view can't be drawn. */
  readonly instead?: ReactNode;
  readonly height?: number | { readonly xs: number; readonly sm: number };
}

/** Degrees to which a head turns, and by a key. */
const MOST = { yaw: 178, down: 45, up: 30 };
const KEY = 6;
/** Degrees for each pixel that is dragged. */
const DRAG = 0.22;

const clamped = ({ yaw, pitch }: Head): Head => ({
  yaw: Math.max(-MOST.yaw, Math.min(MOST.yaw, yaw)),
  pitch: Math.max(-MOST.down, Math.min(MOST.up, pitch)),
});

/** A head to start with: a little down, as one looks when manoeuvring. */
export const AHEAD: Head = { yaw: 0, pitch: -6 };

/** Turns the head by letters, for arrows steer. */
const KEYS: Readonly<Record<string, Head>> = {
  q: { yaw: KEY, pitch: 0 },
  e: { yaw: -KEY, pitch: 0 },
  r: { yaw: 0, pitch: KEY },
  f: { yaw: 0, pitch: -KEY },
};

/** The course from the driver's seat, with the mirrors; the head is turned by pointer, finger, keys and buttons. */
export function SeatView({
  layout,
  vehicle,
  pose,
  head,
  onHead,
  mark = null,
  instead,
  height = { xs: 260, sm: 380 },
}: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const size = useSize(frame);
  const state = useScene({ canvas, layout, vehicle, size, pose, head, mark });
  const dragged = useRef<{ readonly x: number; readonly y: number; readonly from: Head } | null>(null);
  const latest = useRef({ head, onHead });
  latest.current = { head, onHead };
  useEffect(() => {
    const key = (event: KeyboardEvent): void => {
      const by = KEYS[event.key.toLowerCase()];
      if (inField(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.key.toLowerCase() === 'z') latest.current.onHead(AHEAD);
      if (!by) return;
      const { yaw, pitch } = latest.current.head;
      latest.current.onHead(clamped({ yaw: yaw + by.yaw, pitch: pitch + by.pitch }));
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, []);
  if (state === 'missing')
    return (
      <>
        <Typography role="status">
          This browser can’t draw the view from the seat. The plan shows the same moment.
        </Typography>
        {instead}
      </>
    );
  const drag = {
    onPointerDown: (event: PointerEvent<HTMLElement>): void => {
      event.currentTarget.setPointerCapture(event.pointerId);
      dragged.current = { x: event.clientX, y: event.clientY, from: head };
    },
    onPointerMove: (event: PointerEvent<HTMLElement>): void => {
      const from = dragged.current;
      if (!from) return;
      // The view is pulled along: to the right shows more of the left.
      onHead(
        clamped({
          yaw: from.from.yaw + (event.clientX - from.x) * DRAG,
          pitch: from.from.pitch + (event.clientY - from.y) * DRAG,
        }),
      );
    },
    onPointerUp: (): void => {
      dragged.current = null;
    },
    onPointerCancel: (): void => {
      dragged.current = null;
    },
  };
  return (
    <Box
      ref={frame}
      {...drag}
      sx={{
        position: 'relative',
        height,
        border: '1px solid',
        borderColor: 'divider',
        borderRadius: 1,
        overflow: 'hidden',
        // A finger that goes sideways turns the head; up and down it scrolls the page.
        touchAction: 'pan-y',
        cursor: 'grab',
        userSelect: 'none',
      }}
    >
      <canvas
        ref={canvas}
        role="img"
        aria-label={`From the driver’s seat, looking ${lookWords(head)}`}
        data-state={state}
        style={{ width: '100%', height: '100%', display: 'block' }}
      />
      {state === 'loading' ? (
        <Box sx={{ position: 'absolute', inset: 0, display: 'grid', placeItems: 'center' }}>
          <LoadingNote what="the view from the seat" />
        </Box>
      ) : (
        vehicle.mirrors.map((mirror) => {
          const { left, top, wide, tall } = insetPlace(mirror, size.width, size.height);
          return (
            <Box
              key={mirror.id}
              aria-hidden
              sx={{
                position: 'absolute',
                left,
                top: top + tall + 3,
                width: wide,
                display: 'grid',
                justifyItems: 'center',
                pointerEvents: 'none',
              }}
            >
              <Box
                sx={{
                  px: 0.75,
                  fontSize: 14,
                  lineHeight: '20px',
                  whiteSpace: 'nowrap',
                  borderRadius: 0.5,
                  color: colour('ink'),
                  bgcolor: colour('card'),
                }}
              >
                {shortTitle(mirror)}
              </Box>
            </Box>
          );
        })
      )}
    </Box>
  );
}

const shortTitle = (mirror: YardVehicle['mirrors'][number]): string =>
  isInside(mirror) ? 'Inside mirror' : mirror.centre[1] > 0 ? 'Left mirror' : 'Right mirror';

/** A head's direction in words, for who can't see it. */
export function lookWords({ yaw }: Head): string {
  const side = yaw > 0 ? 'left' : 'right';
  const far = Math.abs(yaw);
  if (far < 15) return 'ahead';
  if (far < 60) return `half ${side}`;
  if (far < 110) return side;
  return far < 150 ? `over the ${side} shoulder` : 'back';
}

/** The picture: built for a vehicle, seat, course and light; drawn when something moves. */
function useScene({
  canvas,
  layout,
  vehicle,
  size: { width, height },
  pose,
  head,
  mark,
}: Pick<Props, 'layout' | 'vehicle' | 'pose' | 'head'> & {
  readonly mark: Marked | null;
  readonly canvas: React.RefObject<HTMLCanvasElement | null>;
  readonly size: { readonly width: number; readonly height: number };
}): 'loading' | 'shown' | 'missing' {
  const colours = usePalette();
  const [scene, setScene] = useState<SeatScene | null>(null);
  const [missing, setMissing] = useState(false);
  useEffect(() => {
    const on = canvas.current;
    if (!on) return;
    let ended = false;
    let made: SeatScene | null = null;
    const lost = (): void => setMissing(true);
    on.addEventListener('webglcontextlost', lost);
    // Three.js is large and comes only here.
    import('./scene').then(
      ({ seatScene }) => {
        if (ended) return;
        try {
          made = seatScene(on);
          setScene(made);
        } catch {
          setMissing(true);
        }
      },
      () => setMissing(true),
    );
    return () => {
      ended = true;
      on.removeEventListener('webglcontextlost', lost);
      made?.dispose();
    };
  }, [canvas]);
  useEffect(() => scene?.show({ vehicle, layout, colours }), [scene, vehicle, layout, colours]);
  useEffect(() => {
    if (scene && width > 0) scene.resize(width, height);
  }, [scene, width, height]);
  // After what it is drawn from has been built and sized.
  useEffect(() => {
    if (scene && width > 0) scene.draw(pose, head, mark);
  }, [scene, pose, head, mark, width, height, vehicle, layout, colours]);
  return missing ? 'missing' : scene ? 'shown' : 'loading';
}

const ways: readonly (readonly [Way, string])[] = [
  ['left-shoulder', 'Left shoulder'],
  ['left', 'Left'],
  ['ahead', 'Ahead'],
  ['right', 'Right'],
  ['right-shoulder', 'Right shoulder'],
  ['rear', 'Back'],
];

/** Turns the head with one touch. */
export function HeadButtons({
  vehicle,
  onHead,
}: {
  readonly vehicle: YardVehicle;
  readonly onHead: (head: Head) => void;
}) {
  return (
    <Box role="group" aria-label="Turn the head" sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
      {ways.map(([way, title]) => (
        <Button
          key={way}
          size="small"
          variant="outlined"
          color="inherit"
          onClick={() => onHead(headFor(vehicle, way))}
          sx={{ px: 1.5, borderColor: 'divider', fontWeight: 400 }}
        >
          {title}
        </Button>
      ))}
    </Box>
  );
}
