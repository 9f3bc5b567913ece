/**
 * The sight picture through the windscreen, from the left seat: horizon against cowling. Drawn with WebGL, or flat
 * without it; marked sight pictures and the demonstration's horizon lie over it as dashed lines.
 */
import { attitudeSeen, horizonAt, LOOKS, type LookName, type View } from '@keel/core';
import { type PointerEvent, type ReactNode, type RefObject, useEffect, useRef, useState } from 'react';
import { WebGLRenderer } from 'three';
import type { PointerStick } from './pointer-stick.ts';
import { paintRunway } from './runway-flat.ts';
import type { Runway } from './runway-shape.ts';
import { trainingArea } from './scene.ts';
import './sight.css';

const VIEW_ANGLE_DEG = 46;
const LOOK_DOWN_DEG = 3.5;
/** The picture's own units, whatever its size on the screen. */
const WIDTH = 900;
const HEIGHT = 500;
const VIEW: View = {
  lookDownDeg: LOOK_DOWN_DEG,
  focal: HEIGHT / 2 / Math.tan((VIEW_ANGLE_DEG * Math.PI) / 360),
};

interface MarkedPicture {
  label: string;
  pitchDeg: number;
  bankDeg: number;
}

/** What the picture is drawn from: a moment of a flight, live or recorded. */
export interface Seen {
  timeS: number;
  northM: number;
  eastM: number;
  reading: { alt_ft: number; hdg_deg: number; pitch_deg: number; bank_deg: number };
}

interface Props {
  latest: RefObject<Seen | null>;
  pictures: readonly MarkedPicture[];
  /** A pointer pressed on the picture is the stick; left out, there is nothing to fly. */
  stick?: (stick: PointerStick | null) => void;
  /** Where the eyes are turned; ahead where it is left out. */
  look?: LookName;
  /** Where the wing is, as the airplane's file has it; it hides one or the other of the side. */
  wing?: 'high' | 'low';
  /** The runway of the pattern; the training area where it is left out. */
  runway?: Runway;
  children?: ReactNode;
}

export function Windscreen({
  latest,
  pictures,
  stick,
  look = 'ahead',
  wing = 'high',
  runway,
  children,
}: Props) {
  const eyes = useRef<Eyes>(LOOKS.ahead);
  eyes.current = LOOKS[look];
  const canvas = useRef<HTMLCanvasElement>(null);
  const [flat, setFlat] = useState(false);
  useEffect(() => {
    const target = canvas.current;
    if (!target) return;
    return (flat ? drawFlat : drawSolid)(target, latest, eyes, () => setFlat(true), runway);
  }, [latest, flat, runway]);

  const from = useRef<{ x: number; y: number } | null>(null);
  const drag = (event: PointerEvent<HTMLDivElement>) => {
    if (!from.current) return;
    const reach = Math.min(160, event.currentTarget.clientHeight / 3);
    const part = (value: number) => Math.max(-1, Math.min(1, value / reach));
    stick?.({
      aileron: part(event.clientX - from.current.x),
      elevator: part(event.clientY - from.current.y),
    });
  };
  const release = () => {
    from.current = null;
    stick?.(null);
  };
  return (
    <div
      className="windscreen"
      onPointerDown={(event) => {
        if (!stick || (event.target as HTMLElement).closest('button')) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        from.current = { x: event.clientX, y: event.clientY };
      }}
      onPointerMove={drag}
      onPointerUp={release}
      onPointerCancel={release}
    >
      {/* Another kind of context needs another canvas. */}
      <canvas
        key={`${flat ? 'flat' : 'solid'}${runway ? ' runway' : ''}`}
        ref={canvas}
        role="img"
        aria-label={look === 'ahead' ? 'The view ahead' : `The view ${look}`}
      />
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} preserveAspectRatio="none" aria-hidden="true">
        {look === 'ahead' ? (
          <>
            {pictures.map((picture) => (
              <Dashed key={picture.label} {...picture} />
            ))}
            <path className="cowling" d={COWLING} />
            <path className="post" d="M100 0h15v430h-15z" />
            <path className="post" d="M802 0h17l56 450h-17z" />
          </>
        ) : (
          <Side look={look} wing={wing} />
        )}
      </svg>
      {flat && <span className="flat-note">drawn flat: no WebGL here</span>}
      {children}
    </div>
  );
}

/** The engine is ahead of the middle of the airplane, so right of the left seat: it looks different each way. */
const COWLING = `M0 ${HEIGHT}V455C130 418 300 386 470 386C640 386 790 418 ${WIDTH} 452V${HEIGHT}Z`;

/** What the airplane itself hides of the side: a high wing above, or a low one below, and the sill of the door. */
function Side({ look, wing }: { look: LookName; wing: 'high' | 'low' }) {
  const down = look === 'down';
  return (
    <>
      {wing === 'high' && !down && <path className="cowling" d={`M0 0H${WIDTH}V62L0 96Z`} />}
      {wing === 'low' && (
        <path
          className="cowling"
          d={
            down ? `M0 ${HEIGHT}V250L${WIDTH} 214V${HEIGHT}Z` : `M60 ${HEIGHT}L250 348L690 336L880 ${HEIGHT}Z`
          }
        />
      )}
      <path
        className="cowling"
        d={`M0 ${HEIGHT}V${down ? 470 : 430}L${WIDTH} ${down ? 486 : 446}V${HEIGHT}Z`}
      />
      <path className="post" d={look === 'right' ? 'M90 0h14v450h-14z' : 'M790 0h14v450h-14z'} />
    </>
  );
}

function Dashed({ label, ...attitude }: MarkedPicture) {
  const at = (right: number) => HEIGHT / 2 + horizonAt(VIEW, attitude, right);
  const [left, right] = [at(-WIDTH / 2), at(WIDTH / 2)];
  if (!Number.isFinite(left) || !Number.isFinite(right)) return null;
  const turn = (Math.atan2(right - left, WIDTH) * 180) / Math.PI;
  const y = Math.min(HEIGHT - 20, Math.max(24, at(-120)));
  return (
    <g className="marked">
      <line x1={0} y1={left} x2={WIDTH} y2={right} />
      <text x={WIDTH / 2 - 120} y={y - 8} transform={`rotate(${turn} ${WIDTH / 2 - 120} ${y})`}>
        {label}
      </text>
    </g>
  );
}

interface Eyes {
  yawDeg: number;
  upDeg: number;
}

type Draw = (
  canvas: HTMLCanvasElement,
  latest: Props['latest'],
  eyes: RefObject<Eyes>,
  giveUp: () => void,
  runway: Runway | undefined,
) => () => void;

/** Calls at every frame until stopped. */
function everyFrame(draw: () => void): () => void {
  let frame = requestAnimationFrame(function next() {
    draw();
    frame = requestAnimationFrame(next);
  });
  return () => cancelAnimationFrame(frame);
}

/** The canvas's own size follows the size on the screen; a slow machine draws fewer points, not fewer pictures. */
function fit(canvas: HTMLCanvasElement, share: number): boolean {
  const width = Math.max(2, Math.round(canvas.clientWidth * share));
  const height = Math.max(2, Math.round(canvas.clientHeight * share));
  if (canvas.width === width && canvas.height === height) return false;
  canvas.width = width;
  canvas.height = height;
  return true;
}

const SLOW_MS = 70;

const drawSolid: Draw = (canvas, latest, eyes, giveUp, runway) => {
  let renderer: WebGLRenderer;
  try {
    renderer = new WebGLRenderer({ canvas, antialias: true, powerPreference: 'low-power' });
  } catch {
    giveUp();
    return () => {};
  }
  canvas.addEventListener('webglcontextlost', giveUp);
  const area = trainingArea(VIEW_ANGLE_DEG, LOOK_DOWN_DEG, runway);
  let share = 1;
  let shownAtS = -1;
  let shownBy: Eyes | null = null;
  const stop = everyFrame(() => {
    const now = latest.current;
    const resized = fit(canvas, share);
    const turned = shownBy !== eyes.current;
    if (!now || (now.timeS === shownAtS && !resized && !turned)) return;
    shownAtS = now.timeS;
    shownBy = eyes.current;
    if (resized) {
      renderer.setViewport(0, 0, canvas.width, canvas.height);
      // The overlay is stretched to the sheet; the picture is too, so that they stay one.
      area.camera.aspect = WIDTH / HEIGHT;
      area.camera.updateProjectionMatrix();
    }
    const { reading } = now;
    area.look({
      timeS: now.timeS,
      ...eyes.current,
      northM: now.northM,
      eastM: now.eastM,
      altitudeM: reading.alt_ft * 0.3048,
      headingDeg: reading.hdg_deg,
      pitchDeg: reading.pitch_deg,
      bankDeg: reading.bank_deg,
    });
    const beganMs = performance.now();
    renderer.render(area.scene, area.camera);
    if (performance.now() - beganMs > SLOW_MS && share > 0.4) share *= 0.7;
  });
  return () => {
    stop();
    canvas.removeEventListener('webglcontextlost', giveUp);
    renderer.dispose();
  };
};

const drawFlat: Draw = (canvas, latest, eyes, _giveUp, runway) =>
  everyFrame(() => {
    const now = latest.current;
    const paint = canvas.getContext('2d');
    if (!now || !paint) return;
    fit(canvas, 1);
    const { width, height } = canvas;
    paint.setTransform(width / WIDTH, 0, 0, height / HEIGHT, 0, 0);
    paint.fillStyle = '#a8c6d8';
    paint.fillRect(0, 0, WIDTH, HEIGHT);
    const attitude = attitudeSeen(
      { pitchDeg: now.reading.pitch_deg, bankDeg: now.reading.bank_deg },
      eyes.current,
    );
    const at = (right: number) => HEIGHT / 2 + horizonAt(VIEW, attitude, right);
    // Past the vertical the ground is above.
    const side = Math.abs(attitude.bankDeg) < 90 ? 4 * HEIGHT : -4 * HEIGHT;
    paint.fillStyle = '#8fa57d';
    paint.beginPath();
    paint.moveTo(0, at(-WIDTH / 2));
    paint.lineTo(WIDTH, at(WIDTH / 2));
    paint.lineTo(WIDTH, at(WIDTH / 2) + side);
    paint.lineTo(0, at(-WIDTH / 2) + side);
    paint.fill();
    if (!runway) return;
    const { alt_ft: altitudeFt, hdg_deg: headingDeg, pitch_deg: pitchDeg, bank_deg: bankDeg } = now.reading;
    const { northM, eastM } = now;
    const eye = { northM, eastM, altitudeFt, headingDeg, pitchDeg, bankDeg, ...eyes.current };
    paintRunway(paint, runway, eye, VIEW, { width: WIDTH, height: HEIGHT });
  });
