import { BoxGeometry, CircleGeometry, Group, Mesh, TorusGeometry, Vector3 } from 'three';
import { fullLock, ownBody, type Panel, type YardVehicle } from '../../../../core/yard';
import type { Palette } from '../../ui';
import { INSIDE_LAYER, mixed, flat, sheetOf } from './solids';

/** Radians by which the steering wheel leans. */
const LEAN = 0.45;

/** What one sees of the vehicle's own body from inside and in its mirrors, and its steering wheel. */
export function cabinOf(
  vehicle: YardVehicle,
  colours: Palette,
): { readonly body: Group; readonly wheel: Group; readonly turn: (steer: number) => void } {
  const { eye, lockToLockTurns } = vehicle;
  const body = new Group();
  const tone = (id: string): string => {
    if (/pillar|wall/.test(id)) return mixed(colours.card, colours.wren, 0.62);
    if (id === 'bonnet') return mixed(colours.card, colours.slate, 0.5);
    if (id === 'roof') return mixed(colours.card, colours.wren, 0.3);
    if (id === 'floor') return mixed(colours.card, colours.ink, 0.5);
    return mixed(colours.card, colours.slate, 0.38);
  };
  const panels = ownBody(vehicle, null);
  for (const panel of panels) body.add(sheetOf(panel, tone(panel.id), colours.ink));
  const bonnet = panels.find(({ id }) => id === 'bonnet');
  if (bonnet) body.add(sheetOf(dashOf(bonnet), mixed(colours.card, colours.wren, 0.5), colours.ink));
  const wheel = new Group();
  const rim = drawnWheel(mixed(colours.ink, colours.soft, 0.4));
  wheel.add(rim);
  // It leans away from the driver; its axis points back at him and a little up.
  const up = new Vector3(Math.sin(LEAN), 0, Math.cos(LEAN));
  const right = new Vector3(0, -1, 0);
  wheel.matrixAutoUpdate = false;
  wheel.matrix.makeBasis(right, up, right.clone().cross(up)).setPosition(eye[0] + 0.5, eye[1], eye[2] - 0.42);
  wheel.traverse((one) => one.layers.set(INSIDE_LAYER));
  const lock = fullLock(vehicle);
  return {
    body,
    wheel,
    turn: (steer) => {
      rim.rotation.z = (steer / lock) * lockToLockTurns * Math.PI;
    },
  };
}

/** Below the windscreen, from the bonnet's foot towards the driver and down: only drawn, for nobody looks at the road there. */
function dashOf({ outline }: Panel): Panel {
  const back = outline.toSorted((a, b) => a[0] - b[0]).slice(0, 2);
  return {
    id: 'dash',
    title: 'dashboard',
    outline: [...back, ...back.toReversed().map(([x, y, z]) => [x - 0.25, y, z - 0.55] as const)],
  };
}

function drawnWheel(colour: string): Group {
  const group = new Group();
  const spoke = (turn: number): Mesh => {
    const one = new Mesh(new BoxGeometry(0.17, 0.035, 0.015), flat(colour));
    one.position.set(Math.cos(turn) * 0.09, Math.sin(turn) * 0.09, 0);
    one.rotation.z = turn;
    return one;
  };
  group.add(
    new Mesh(new TorusGeometry(0.18, 0.014, 8, 40), flat(colour)),
    spoke(0),
    spoke(Math.PI),
    spoke(-Math.PI / 2),
    new Mesh(new CircleGeometry(0.045, 20), flat(colour)),
  );
  return group;
}

/** The trailer's box, which turns about its hitch. */
export function trailerOf(vehicle: YardVehicle, colours: Palette): Group | null {
  if (!vehicle.trailer) return null;
  const behind = vehicle.trailer.hitchBehindAxle;
  const group = new Group();
  group.position.x = -behind;
  for (const panel of ownBody(vehicle, 0).filter(({ id }) => id.startsWith('trailer-')))
    group.add(
      sheetOf(
        { ...panel, outline: panel.outline.map(([x, y, z]) => [x + behind, y, z] as const) },
        mixed(colours.card, colours.moss, 0.4),
        colours.ink,
      ),
    );
  return group;
}
