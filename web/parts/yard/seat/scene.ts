import {
  BoxGeometry,
  BufferGeometry,
  CircleGeometry,
  Color,
  ColorManagement,
  ConeGeometry,
  CylinderGeometry,
  DoubleSide,
  EdgesGeometry,
  Float32BufferAttribute,
  Group,
  LinearSRGBColorSpace,
  LineBasicMaterial,
  LineLoop,
  LineSegments,
  Matrix4,
  Mesh,
  MeshBasicMaterial,
  type Object3D,
  OrthographicCamera,
  PerspectiveCamera,
  PlaneGeometry,
  Scene,
  TorusGeometry,
  Vector3,
  WebGLRenderer,
  WebGLRenderTarget,
} from 'three';
import {
  CONE,
  extentOf,
  cameraBehind,
  isInside,
  ownBody,
  POLE,
  WALL,
  type Layout,
  type Mirror,
  type MirrorCamera,
  type Panel,
  type Sample,
  type Segment,
  type YardVehicle,
} from '../../../../core/yard';
import type { Palette } from '../../ui';
import { insetPlace } from './insetPlace';

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

/** Degrees of the view from top to bottom, and of the ground that is drawn beyond the course, in metres. */
const FIELD = 58;
const BEYOND = 60;
/** Pixels of a mirror's picture on its longer side. */
const MIRROR_PIXELS = 288;
/** Pieces of a glass each way. */
const PIECES = 10;
/** Metres of what is painted and built. */
const PAINT = 0.1;
const KERB = 0.12;
/** What only the main view shows: a mirror doesn't show itself, nor the wheel. */
const INSIDE_LAYER = 1;
/** Radians by which the steering wheel leans. */
const LEAN = 0.45;

/** Draws what a driver sees. @throws where the browser has no WebGL */
export function seatScene(canvas: HTMLCanvasElement): SeatScene {
  const context = canvas.getContext('webgl2', { antialias: true });
  if (!context) throw new Error('no WebGL');
  const renderer = new WebGLRenderer({ canvas, context });
  renderer.setPixelRatio(Math.min(window.devicePixelRatio, 2));
  renderer.autoClear = false;
  // Colours are the theme's own, without light that would have to be reckoned with.
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

function disposed(object: Object3D): void {
  if (!(object instanceof Mesh || object instanceof LineSegments || object instanceof LineLoop)) return;
  (object.geometry as BufferGeometry).dispose();
  const material = object.material as MeshBasicMaterial | LineBasicMaterial;
  material.dispose();
}

const mixed = (a: string, b: string, share: number): string =>
  `#${new Color(a).lerp(new Color(b), share).getHexString()}`;

const flat = (colour: string): MeshBasicMaterial =>
  new MeshBasicMaterial({ color: colour, side: DoubleSide });

/** A solid with its edges drawn. */
function drawn(geometry: BufferGeometry, colour: string, line: string): Group {
  const group = new Group();
  group.add(
    new Mesh(geometry, flat(colour)),
    new LineSegments(new EdgesGeometry(geometry, 20), new LineBasicMaterial({ color: line })),
  );
  return group;
}

/** The course: ground with a hairline each metre, paint, kerbs, walls, cones with their poles. */
function courseOf(layout: Layout, colours: Palette): Group {
  const group = new Group();
  const { x, y } = extentOf(layout);
  const [wide, tall] = [x[1] - x[0] + 2 * BEYOND, y[1] - y[0] + 2 * BEYOND];
  const ground = new Mesh(new PlaneGeometry(wide, tall), flat(mixed(colours.wash, colours.wren, 0.1)));
  ground.position.set((x[0] + x[1]) / 2, (y[0] + y[1]) / 2, -0.02);
  group.add(ground, gridOf(x, y, mixed(colours.wash, colours.wren, 0.28)));
  const bar = (line: Segment, wide_: number, high: number, lift: number, colour: string): void => {
    const [dx, dy] = [line.to[0] - line.from[0], line.to[1] - line.from[1]];
    const geometry = new BoxGeometry(Math.hypot(dx, dy) + wide_, wide_, high);
    const solid = high > 0.02 ? drawn(geometry, colour, colours.ink) : new Mesh(geometry, flat(colour));
    solid.position.set((line.from[0] + line.to[0]) / 2, (line.from[1] + line.to[1]) / 2, lift + high / 2);
    solid.rotation.z = Math.atan2(dy, dx);
    group.add(solid);
  };
  for (const line of layout.guides) bar(line, PAINT / 2, 0.004, 0, colours.soft);
  for (const line of layout.lines) bar(line, PAINT, 0.006, 0, colours.ink);
  for (const line of layout.kerbs) bar(line, PAINT, KERB, 0, mixed(colours.paper, colours.wren, 0.55));
  for (const line of layout.walls) bar(line, 0.06, WALL, 0, mixed(colours.card, colours.wren, 0.45));
  for (const { at, pole, radius } of layout.cones) {
    const cone = drawn(new ConeGeometry(radius * 0.85, CONE, 20), colours.ochre, colours.ink);
    cone.rotation.x = Math.PI / 2;
    cone.position.set(at[0], at[1], CONE / 2);
    group.add(cone);
    if (!pole) continue;
    const stick = new Mesh(new CylinderGeometry(0.025, 0.025, POLE, 8), flat(colours.jasper));
    stick.rotation.x = Math.PI / 2;
    stick.position.set(at[0], at[1], POLE / 2);
    group.add(stick);
  }
  return group;
}

/** Share of its distance that the ring's radius has. */
const RING = 0.04;

/** A ring that nothing hides. */
function ringOf(colour: string): LineLoop {
  const geometry = new BufferGeometry();
  const turns = Array.from({ length: 48 }, (_, n) => (n / 48) * 2 * Math.PI);
  geometry.setAttribute(
    'position',
    new Float32BufferAttribute(
      turns.flatMap((turn) => [Math.cos(turn), Math.sin(turn), 0]),
      3,
    ),
  );
  const ring = new LineLoop(geometry, new LineBasicMaterial({ color: colour, depthTest: false }));
  ring.renderOrder = 10;
  return ring;
}

function gridOf(x: readonly [number, number], y: readonly [number, number], colour: string): LineSegments {
  const [left, right] = [Math.floor(x[0]) - 10, Math.ceil(x[1]) + 10];
  const [low, high] = [Math.floor(y[0]) - 10, Math.ceil(y[1]) + 10];
  const places: number[] = [];
  for (let at = left; at <= right; at += 1) places.push(at, low, 0, at, high, 0);
  for (let at = low; at <= high; at += 1) places.push(left, at, 0, right, at, 0);
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new Float32BufferAttribute(places, 3));
  const grid = new LineSegments(geometry, new LineBasicMaterial({ color: colour }));
  grid.position.z = -0.012;
  return grid;
}

/** A flat piece with its outline. */
function sheetOf({ outline }: Panel, colour: string, line: string): Group {
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new Float32BufferAttribute(outline.flat(), 3));
  geometry.setIndex(outline.slice(2).flatMap((_, n) => [0, n + 1, n + 2]));
  const border = new BufferGeometry();
  border.setAttribute(
    'position',
    new Float32BufferAttribute(
      outline.flatMap((corner, n) => [...corner, ...(outline[(n + 1) % outline.length] ?? corner)]),
      3,
    ),
  );
  const group = new Group();
  group.add(
    new Mesh(geometry, flat(colour)),
    new LineSegments(border, new LineBasicMaterial({ color: line })),
  );
  return group;
}

/** What one sees of the vehicle's own body from inside and in its mirrors, and its steering wheel. */
function cabinOf(
  vehicle: YardVehicle,
  colours: Palette,
): { readonly body: Group; readonly wheel: Group; readonly turn: (steer: number) => void } {
  const { eye, wheelbase, turningCircle, track, lockToLockTurns } = vehicle;
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
  const lock = Math.atan(wheelbase / (Math.sqrt((turningCircle / 2) ** 2 - wheelbase ** 2) - track / 2));
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
function trailerOf(vehicle: YardVehicle, colours: Palette): Group | null {
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

/** A mirror: its housing and glass in the view, the camera behind it, and the picture that it takes. */
interface Glass {
  readonly mirror: Mirror;
  readonly object: Group;
  readonly camera: PerspectiveCamera;
  readonly target: WebGLRenderTarget;
  readonly places: MirrorCamera['places'];
  readonly place: (car: Matrix4) => void;
}

function glassOf(vehicle: YardVehicle, mirror: Mirror, colours: Palette): Glass {
  const { centre, width, height } = mirror;
  const shot = cameraBehind(mirror, vehicle.eye, PIECES, PIECES);
  const ratio = height / width;
  const target = new WebGLRenderTarget(
    ratio <= 1 ? MIRROR_PIXELS : Math.round(MIRROR_PIXELS / ratio),
    ratio <= 1 ? Math.round(MIRROR_PIXELS * ratio) : MIRROR_PIXELS,
    { samples: 2 },
  );
  const basis = new Matrix4()
    .makeBasis(new Vector3(...shot.right), new Vector3(...shot.up), new Vector3(...shot.back))
    .setPosition(...shot.at);
  const camera = new PerspectiveCamera();
  camera.matrixAutoUpdate = false;
  camera.matrixWorldAutoUpdate = false;
  camera.projectionMatrix.makePerspective(
    shot.left * shot.near,
    shot.rightEdge * shot.near,
    shot.top * shot.near,
    shot.bottom * shot.near,
    shot.near,
    200,
  );
  camera.projectionMatrixInverse.copy(camera.projectionMatrix).invert();
  const object = new Group();
  const housing = drawn(
    new BoxGeometry(width + 0.03, height + 0.03, isInside(mirror) ? 0.02 : 0.06),
    mixed(colours.card, colours.ink, 0.65),
    colours.ink,
  );
  housing.position.z = isInside(mirror) ? -0.012 : -0.032;
  object.add(housing, new Mesh(paneOf(width, height, shot.places), pictureOf(target)));
  object.matrixAutoUpdate = false;
  const out = new Vector3(...mirror.normal).normalize();
  const across = new Vector3(0, 0, 1).cross(out).normalize();
  object.matrix.makeBasis(across, out.clone().cross(across), out).setPosition(...centre);
  object.traverse((one) => one.layers.set(INSIDE_LAYER));
  return {
    mirror,
    object,
    camera,
    target,
    places: shot.places,
    place: (car) => {
      camera.matrixWorld.multiplyMatrices(car, basis);
      camera.matrixWorldInverse.copy(camera.matrixWorld).invert();
    },
  };
}

const pictureOf = (target: WebGLRenderTarget): MeshBasicMaterial =>
  new MeshBasicMaterial({ map: target.texture, side: DoubleSide });

/** A glass over which the camera's picture is stretched. @param places from below and from the left, as on the glass */
function paneOf(width: number, height: number, places: Glass['places']): PlaneGeometry {
  const pane = new PlaneGeometry(width, height, PIECES, PIECES);
  const uv = pane.getAttribute('uv');
  // Its corners come from above and from the left.
  for (let n = 0; n < uv.count; n += 1) {
    const [column, row] = [n % (PIECES + 1), PIECES - Math.floor(n / (PIECES + 1))];
    const [u, v] = places[row * (PIECES + 1) + column] ?? [0, 0];
    uv.setXY(n, u, v);
  }
  return pane;
}

/** The mirrors in the upper corners and in the middle, whichever way the head is turned. */
function insetsOf(glasses: readonly Glass[], colours: Palette) {
  const scene = new Scene();
  const camera = new OrthographicCamera();
  camera.position.z = 1;
  const frames = glasses.map(({ mirror, target, places }) => {
    const group = new Group();
    const pane = new Mesh(paneOf(1, 1, places), pictureOf(target));
    const frame = new Mesh(new PlaneGeometry(1, 1), flat(colours.ink));
    frame.position.z = -0.1;
    group.add(frame, pane);
    scene.add(group);
    return { mirror, pane, frame, group };
  });
  return {
    scene,
    camera,
    place: (width: number, height: number): void => {
      Object.assign(camera, { left: 0, right: width, top: height, bottom: 0, near: 0, far: 10 });
      camera.updateProjectionMatrix();
      for (const { mirror, pane, frame, group } of frames) {
        const { left, top, wide, tall } = insetPlace(mirror, width, height);
        pane.scale.set(wide, tall, 1);
        frame.scale.set(wide + 4, tall + 4, 1);
        group.position.set(left + wide / 2, height - top - tall / 2, 0);
      }
    },
  };
}
