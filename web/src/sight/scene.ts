/**
 * The upland training area from the air, in a few draw calls: a plain of fields and woods with tarns, hills round it,
 * and landmarks far enough to fly to. East is x, north −z, metres.
 */
import {
  BackSide,
  BoxGeometry,
  type BufferGeometry,
  CanvasTexture,
  CircleGeometry,
  Color,
  ConeGeometry,
  Float32BufferAttribute,
  Fog,
  InstancedMesh,
  Matrix4,
  Mesh,
  MeshBasicMaterial,
  PerspectiveCamera,
  PlaneGeometry,
  RepeatWrapping,
  Scene,
  SphereGeometry,
  SRGBColorSpace,
} from 'three';
import { mergeGeometries } from 'three/examples/jsm/utils/BufferGeometryUtils.js';
import { EYE_M, FT, RAD, type Runway, runwayShapes } from './runway-shape.ts';
import { openTraffic } from './traffic.ts';
import { trafficShape } from './traffic-shape.ts';

const SKY_HIGH = new Color('#86aecb');
const SKY_LOW = new Color('#dbe8e8');
const GROUND = '#93a981';
const PATCHES = ['#a5b591', '#87a07c', '#b3b183', '#7c9a76', '#9db08a', '#6f8b6b'];
const HALF_M = 60_000;
const PLAIN_FT = 1250;

/** Repeatable, so that the country is the same tomorrow. */
function shuffled(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state * 1_664_525 + 1_013_904_223) % 4_294_967_296;
    return state / 4_294_967_296;
  };
}

function fields(): CanvasTexture {
  const size = 1024;
  const canvas = document.createElement('canvas');
  canvas.width = size;
  canvas.height = size;
  const paint = canvas.getContext('2d');
  if (paint) {
    const random = shuffled(7);
    paint.fillStyle = GROUND;
    paint.fillRect(0, 0, size, size);
    for (let i = 0; i < 190; i++) {
      const [w, h] = [18 + random() * 70, 12 + random() * 46];
      const [x, y] = [random() * size, random() * size];
      paint.fillStyle = PATCHES[Math.floor(random() * PATCHES.length)];
      // Drawn on past the edge once more, so that the tiles meet.
      for (const dx of [0, -size]) for (const dy of [0, -size]) paint.fillRect(x + dx, y + dy, w, h);
    }
  }
  const texture = new CanvasTexture(canvas);
  texture.wrapS = RepeatWrapping;
  texture.wrapT = RepeatWrapping;
  texture.repeat.set(16, 16);
  texture.colorSpace = SRGBColorSpace;
  texture.anisotropy = 4;
  return texture;
}

function sky(): Mesh {
  const dome = new SphereGeometry(90_000, 24, 16);
  const colours: number[] = [];
  const heights = dome.getAttribute('position');
  for (let i = 0; i < heights.count; i++) {
    const up = Math.min(1, Math.max(0, heights.getY(i) / 34_000));
    const colour = SKY_LOW.clone().lerp(SKY_HIGH, up ** 0.6);
    colours.push(colour.r, colour.g, colour.b);
  }
  dome.setAttribute('color', new Float32BufferAttribute(colours, 3));
  return new Mesh(
    dome,
    new MeshBasicMaterial({ vertexColors: true, side: BackSide, fog: false, depthWrite: false }),
  );
}

/** A hill as a rough cone, each corner moved a little. */
function hill(random: () => number, x: number, z: number, radius: number, height: number): BufferGeometry {
  const cone = new ConeGeometry(radius, height, 9, 3);
  const corners = cone.getAttribute('position');
  for (let i = 0; i < corners.count; i++) {
    corners.setX(i, corners.getX(i) * (0.8 + 0.4 * random()));
    corners.setZ(i, corners.getZ(i) * (0.8 + 0.4 * random()));
  }
  cone.translate(x, height / 2, z);
  return cone;
}

function hills(): Mesh {
  const random = shuffled(23);
  const shapes: BufferGeometry[] = [];
  for (let i = 0; i < 70; i++) {
    const around = random() * 2 * Math.PI;
    const away = 21_000 + random() * 26_000;
    shapes.push(
      hill(
        random,
        away * Math.sin(around),
        away * Math.cos(around),
        2500 + 4500 * random(),
        260 + 620 * random(),
      ),
    );
  }
  // A flat-topped fell due north and a sharp one due east, to roll out on.
  shapes.push(hill(random, 400, -24_000, 5200, 1250), hill(random, 24_000, 300, 2600, 1300));
  const merged = mergeGeometries(shapes.map((shape) => shape.toNonIndexed()));
  return new Mesh(merged, new MeshBasicMaterial({ color: '#6f868a' }));
}

function tarns(): Mesh {
  const shapes = [
    [3200, -5200, 900, 0.4],
    [-6500, -2500, 1500, 0.25],
    [-2200, 7400, 1100, 0.6],
    [9500, 4200, 1900, 0.3],
    [14_000, -11_000, 2600, 0.35],
    [-15_000, 9000, 2400, 0.3],
  ].map(([x, z, size, slim], i) => {
    const tarn = new CircleGeometry(size, 28);
    tarn.scale(1, slim, 1);
    tarn.rotateX(-Math.PI / 2);
    tarn.rotateY(0.7 * i);
    tarn.translate(x, 2, z);
    return tarn;
  });
  return new Mesh(mergeGeometries(shapes), new MeshBasicMaterial({ color: '#a9c6d6' }));
}

/** Near a runway nothing stands that an airplane could fly into, m. */
const CLEAR_M = 4500;

function woods(cleared: boolean): InstancedMesh {
  const random = shuffled(91);
  const count = 260;
  const mesh = new InstancedMesh(
    new BoxGeometry(1, 1, 1),
    new MeshBasicMaterial({ color: '#54755a' }),
    count,
  );
  const place = new Matrix4();
  for (let i = 0; i < count; i++) {
    const [x, z] = [(random() - 0.5) * 36_000, (random() - 0.5) * 36_000];
    const size = cleared && Math.hypot(x, z) < CLEAR_M ? 0 : 1;
    place.makeRotationY(random() * Math.PI);
    place.scale({ x: size * (200 + 700 * random()), y: size * 24, z: size * (90 + 260 * random()) } as never);
    place.setPosition(x, 10, z);
    mesh.setMatrixAt(i, place);
  }
  return mesh;
}

/** A strip, its barns, and a mast with a white top that can be seen from afar. */
function landmarks(): Mesh[] {
  const box = (w: number, h: number, d: number, x: number, y: number, z: number) =>
    new BoxGeometry(w, h, d).translate(x, y, z);
  const pale = mergeGeometries([
    box(28, 1, 900, -900, 3, 1800),
    box(60, 14, 26, -820, 7, 1500),
    box(34, 10, 20, -800, 5, 1600),
    box(26, 80, 26, 5200, 400, -9000),
    box(40, 34, 18, -9400, 17, -6800),
  ]);
  const dark = mergeGeometries([box(10, 380, 10, 5200, 190, -9000), box(14, 60, 14, -9400, 60, -6800)]);
  return [
    new Mesh(pale, new MeshBasicMaterial({ color: '#f1efe2' })),
    new Mesh(dark, new MeshBasicMaterial({ color: '#4a5653' })),
  ];
}

interface Eye {
  timeS: number;
  /** Where the eyes are turned in the cockpit, deg: to the right, and up. */
  yawDeg: number;
  upDeg: number;
  northM: number;
  eastM: number;
  altitudeM: number;
  headingDeg: number;
  pitchDeg: number;
  bankDeg: number;
}

interface TrainingArea {
  scene: Scene;
  camera: PerspectiveCamera;
  look(eye: Eye): void;
}

/** @param runway where the pattern is flown; the plain lies at its height then */
export function trainingArea(viewAngleDeg: number, lookDownDeg: number, runway?: Runway): TrainingArea {
  const plainFt = runway?.fieldFt ?? PLAIN_FT;
  const scene = new Scene();
  scene.fog = new Fog(SKY_LOW, 9000, 62_000);
  const plain = new Mesh(
    new PlaneGeometry(2 * HALF_M, 2 * HALF_M, 60, 60).rotateX(-Math.PI / 2),
    new MeshBasicMaterial({ map: fields() }),
  );
  const dome = sky();
  scene.add(dome, plain, woods(runway !== undefined), hills());
  scene.add(...(runway ? runwayShapes(runway) : [tarns(), ...landmarks()]));
  scene.position.y = plainFt * FT;
  const camera = new PerspectiveCamera(viewAngleDeg, 1.8, runway ? 0.8 : 2, 120_000);
  camera.rotation.order = 'YXZ';
  const traffic = openTraffic();
  const other = trafficShape();
  scene.add(other);
  return {
    scene,
    camera,
    look(eye) {
      const { northM, eastM, altitudeM, headingDeg, pitchDeg, bankDeg, yawDeg, upDeg } = eye;
      camera.position.set(eastM, altitudeM + EYE_M, -northM);
      camera.rotation.set(0, 0, 0);
      camera.rotateY(-headingDeg * RAD);
      camera.rotateX(pitchDeg * RAD);
      camera.rotateZ(-bankDeg * RAD);
      camera.rotateY(-yawDeg * RAD);
      camera.rotateX((upDeg - (yawDeg === 0 ? lookDownDeg : 0)) * RAD);
      dome.position.set(eastM, 0, -northM);
      const passing = traffic(eye);
      other.visible = passing !== null;
      if (!passing) return;
      // The scene stands on the plain, the eye on the sea.
      other.position.set(passing.eastM, passing.altitudeM - plainFt * FT, -passing.northM);
      other.rotation.set(0, -passing.courseDeg * RAD, 0);
    },
  };
}
