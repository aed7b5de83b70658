import {
  BufferGeometry,
  Color,
  DoubleSide,
  EdgesGeometry,
  Float32BufferAttribute,
  Group,
  LineBasicMaterial,
  LineLoop,
  LineSegments,
  Mesh,
  MeshBasicMaterial,
  type Object3D,
} from 'three';
import { type Panel } from '../../../../core/yard';

/** What only the main view shows: a mirror doesn't show itself, nor the wheel. */
export const INSIDE_LAYER = 1;

export function disposed(object: Object3D): void {
  if (!(object instanceof Mesh || object instanceof LineSegments || object instanceof LineLoop)) return;
  (object.geometry as BufferGeometry).dispose();
  const material = object.material as MeshBasicMaterial | LineBasicMaterial;
  material.dispose();
}

export const mixed = (a: string, b: string, share: number): string =>
  `#${new Color(a).lerp(new Color(b), share).getHexString()}`;

export const flat = (colour: string): MeshBasicMaterial =>
  new MeshBasicMaterial({ color: colour, side: DoubleSide });

/** A solid with its edges drawn. */
export function drawn(geometry: BufferGeometry, colour: string, line: string): Group {
  const group = new Group();
  group.add(
    new Mesh(geometry, flat(colour)),
    new LineSegments(new EdgesGeometry(geometry, 20), new LineBasicMaterial({ color: line })),
  );
  return group;
}

/** A flat piece with its outline. */
export function sheetOf({ outline }: Panel, colour: string, line: string): Group {
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
