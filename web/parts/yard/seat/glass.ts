import {
  BoxGeometry,
  DoubleSide,
  Group,
  Matrix4,
  Mesh,
  MeshBasicMaterial,
  OrthographicCamera,
  PerspectiveCamera,
  PlaneGeometry,
  Scene,
  Vector3,
  WebGLRenderTarget,
} from 'three';
import {
  cameraBehind,
  isInside,
  type Mirror,
  type MirrorCamera,
  type YardVehicle,
} from '../../../../core/yard';
import type { Palette } from '../../ui';
import { INSIDE_LAYER, mixed, flat, drawn } from './solids';
import { insetPlace } from './insetPlace';

/** Pixels of a mirror's picture on its longer side. */
const MIRROR_PIXELS = 288;
/** Pieces of a glass each way. */
const PIECES = 10;

/** A mirror: its housing and glass in the view, the camera behind it, and the picture that it takes. */
export interface Glass {
  readonly mirror: Mirror;
  readonly object: Group;
  readonly camera: PerspectiveCamera;
  readonly target: WebGLRenderTarget;
  readonly places: MirrorCamera['places'];
  readonly place: (car: Matrix4) => void;
}

export function glassOf(vehicle: YardVehicle, mirror: Mirror, colours: Palette): Glass {
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
export function insetsOf(glasses: readonly Glass[], colours: Palette) {
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
