import { TransducerCone } from './TransducerCone';

interface BoatDrawingProps {
  beamM: number;
  draftM: number;
  lengthM: number;
  transducerDepthM: number;
  starboardM: number;
  tiltDeg: number;
  rollDeg: number;
}

const HALF_CONE_DEG = 10;
const CONE_M = 1.6;

/** The boat from behind and from its starboard side, with the transducer and its cone, to scale. */
export function BoatDrawing(props: BoatDrawingProps) {
  const { beamM, draftM, lengthM, transducerDepthM, starboardM, tiltDeg, rollDeg } = props;
  const half = beamM / 2;
  const reachM = transducerDepthM + CONE_M + 0.2;
  return (
    <div className="grid gap-3 sm:grid-cols-[1fr_1.5fr]">
      <figure>
        <svg
          viewBox={`${-half - 0.6} -0.9 ${beamM + 1.2} ${0.9 + reachM}`}
          className="h-52 w-full rounded-md bg-well"
          role="img"
          aria-label={`Boat from behind: transducer ${transducerDepthM.toFixed(2)} metres deep, ${describe(rollDeg, 'starboard side down', 'port side down')}`}
        >
          <Water />
          <path
            d={`M${-half},-0.6 L${-half},${0.25 * draftM} Q0,${1.75 * draftM} ${half},${0.25 * draftM} L${half},-0.6 Z`}
            fill="var(--card)"
            stroke="var(--ink)"
            strokeWidth={0.03}
          />
          <TransducerCone
            xM={starboardM}
            depthM={transducerDepthM}
            // Starboard side down turns the face to port, left in the picture.
            leanDeg={-rollDeg}
            coneM={CONE_M}
            halfDeg={HALF_CONE_DEG}
          />
        </svg>
        <figcaption className="text-xs text-ink-2">From behind: port is left.</figcaption>
      </figure>
      <figure>
        <svg
          viewBox={`-0.6 -0.9 ${lengthM + 1.2} ${0.9 + reachM}`}
          className="h-52 w-full rounded-md bg-well"
          role="img"
          aria-label={`Boat from starboard: ${describe(tiltDeg, 'looking forward', 'looking back')}`}
        >
          <Water />
          <path
            d={`M0,-0.6 L0,${draftM} L${0.7 * lengthM},${draftM} Q${lengthM},${0.5 * draftM} ${lengthM},-0.6 Z`}
            fill="var(--card)"
            stroke="var(--ink)"
            strokeWidth={0.03}
          />
          <TransducerCone
            xM={0}
            depthM={transducerDepthM}
            leanDeg={tiltDeg}
            coneM={CONE_M}
            halfDeg={HALF_CONE_DEG}
          />
        </svg>
        <figcaption className="text-xs text-ink-2">From starboard: the bow is right.</figcaption>
      </figure>
    </div>
  );
}

const describe = (deg: number, positive: string, negative: string) =>
  deg === 0 ? 'level' : `${Math.abs(deg).toFixed(1)} degrees ${deg > 0 ? positive : negative}`;

/** Fills the drawing however wide the page makes it. */
function Water() {
  return <rect x={-100} y={0} width={200} height={100} fill="var(--map-shallow)" />;
}
