import {
  Color,
  ColorManagement,
  Group,
  LinearSRGBColorSpace,
  type LineLoop,
  PerspectiveCamera,
  Scene,
  Vector3,
  WebGLRenderer,
} from 'three';
import { type Layout, type Sample, type YardVehicle } from '../../../../core/yard';
import type { Palette } from '../../ui';
import { INSIDE_LAYER, disposed, mixed } from './solids';
import { courseOf, RING, ringOf } from './ground';
import { cabinOf, trailerOf } from './cabin';
import { glassOf, insetsOf, type Glass } from './glass';

/** Degrees to the left and up that the head is turned. */
export interface Head {
  readonly yaw: number;
  readonly pitch: number;
}

/** What is looked at, and from where. */
export interface Seen {
  readonly vehicle: YardVehicle;
  readonly layout: Layout;
  readonly colours: Palette;
}

/** A place that is ringed. */
export type Marked = readonly [x: number, y: number, z: number];

/** A seat from which courses are looked at. */
export interface SeatScene {
  /** Builds a course and a vehicle, in place of those before. */
  readonly show: (seen: Seen) => void;
  /** @param mark what a sighting mark is about, as metres of the course and above its ground; null: none */
  readonly draw: (pose: Sample, head: Head, mark: Marked | null) => void;
  readonly resize: (width: number, height: number) => void;
  readonly dispose: () => void;
}

/** Degrees of the view from top to bottom. */
const FIELD = 58;

/** Draws what a driver sees. @throws where the browser has no WebGL */
export function seatScene(canvas: HTMLCanvasElement): SeatScene {
  const context = canvas.getContext('webgl2', { antialias: true });
  if (!context) throw new Error('no WebGL');
  const renderer = new WebGLRenderer({ canvas, context });
  renderer.setPixelRatio(Math.min(window.devicePixelRatio, 2));
  renderer.autoClear = false;
  // Colours are the theme's own, without light that would have to be worked out.
  ColorManagement.enabled = false;
  renderer.outputColorSpace = LinearSRGBColorSpace;
  let size = { width: 1, height: 1 };
  let seat: Seat | null = null;
  return {
    show: (seen) => {
      const before = seat;
      seat = seatOf(seen);
      before?.dispose();
    },
    draw: (pose, head, mark) => {
      if (!seat) return;
      seat.ring.visible = mark !== null;
      if (mark) seat.ring.position.set(...mark);
      seat.place(pose, head, size);
      for (const { target, camera } of seat.glasses) {
        renderer.setRenderTarget(target);
        renderer.clear();
        renderer.render(seat.scene, camera);
      }
      renderer.setRenderTarget(null);
      renderer.clear();
      renderer.render(seat.scene, seat.eye);
      renderer.clearDepth();
      renderer.render(seat.insets.scene, seat.insets.camera);
    },
    resize: (width, height) => {
      size = { width, height };
      renderer.setSize(width, height, false);
    },
    dispose: () => {
      seat?.dispose();
      renderer.dispose();
    },
  };
}

/** A course with a vehicle on it, the driver's eye and the mirrors. */
interface Seat {
  readonly scene: Scene;
  readonly eye: PerspectiveCamera;
  /** Round what a sighting mark is about. */
  readonly ring: LineLoop;
  readonly glasses: readonly Glass[];
  readonly insets: ReturnType<typeof insetsOf>;
  readonly place: (
    pose: Sample,
    head: Head,
    size: { readonly width: number; readonly height: number },
  ) => void;
  readonly dispose: () => void;
}

function seatOf({ vehicle, layout, colours }: Seen): Seat {
  const scene = new Scene();
  scene.background = new Color(mixed(colours.card, colours.slate, 0.14));
  const ring = ringOf(colours.jasper);
  scene.add(courseOf(layout, colours), ring);
  const car = new Group();
  scene.add(car);
  const cabin = cabinOf(vehicle, colours);
  car.add(cabin.body, cabin.wheel);
  const trailer = trailerOf(vehicle, colours);
  if (trailer) car.add(trailer);
  const eye = new PerspectiveCamera(FIELD, 1, 0.05, 300);
  eye.up.set(0, 0, 1);
  eye.position.set(...vehicle.eye);
  eye.layers.enable(INSIDE_LAYER);
  car.add(eye);
  const glasses = vehicle.mirrors.map((mirror) => glassOf(vehicle, mirror, colours));
  for (const { camera, object } of glasses) car.add(camera, object);
  const insets = insetsOf(glasses, colours);
  return {
    scene,
    eye,
    ring,
    glasses,
    insets,
    place: (pose, { yaw, pitch }, { width, height }) => {
      car.position.set(pose.x, pose.y, 0);
      car.rotation.z = pose.heading;
      cabin.turn(pose.steer);
      if (trailer && pose.hitch !== null) trailer.rotation.z = pose.hitch;
      const [a, b] = [(yaw * Math.PI) / 180, (pitch * Math.PI) / 180];
      const [ex, ey, ez] = vehicle.eye;
      car.updateMatrixWorld(true);
      eye.aspect = width / height;
      eye.updateProjectionMatrix();
      eye.lookAt(
        new Vector3(
          ex + Math.cos(a) * Math.cos(b),
          ey + Math.sin(a) * Math.cos(b),
          ez + Math.sin(b),
        ).applyMatrix4(car.matrixWorld),
      );
      eye.updateMatrixWorld(true);
      // It faces the eye, and looks equally large near and far.
      const seenFrom = eye.getWorldPosition(new Vector3());
      ring.scale.setScalar(seenFrom.distanceTo(ring.position) * RING);
      ring.lookAt(seenFrom);
      for (const glass of glasses) glass.place(car.matrixWorld);
      insets.place(width, height);
    },
    dispose: () => {
      for (const { target } of glasses) target.dispose();
      for (const one of [scene, insets.scene]) one.traverse(disposed);
    },
  };
}
