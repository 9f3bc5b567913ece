/** What is drawn of other traffic. */
import { BoxGeometry, Group, Mesh, MeshBasicMaterial } from 'three';

/** Small and dark, wings and a fuselage: what is seen of an airplane a mile away. */
export function trafficShape(): Group {
  const dark = new MeshBasicMaterial({ color: 0x2b3138 });
  const box = (x: number, y: number, z: number, at: [number, number, number]) => {
    const mesh = new Mesh(new BoxGeometry(x, y, z), dark);
    mesh.position.set(...at);
    return mesh;
  };
  const shape = new Group();
  shape.add(
    box(1.4, 1.5, 8, [0, 0, 0]),
    box(11, 0.3, 1.6, [0, 0.6, -0.8]),
    box(3.4, 0.25, 1, [0, 0.4, 3.6]),
    box(0.25, 1.6, 1.1, [0, 1, 3.6]),
  );
  return shape;
}
