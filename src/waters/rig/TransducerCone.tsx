interface TransducerConeProps {
  xM: number;
  depthM: number;
  /** Away from straight down: right of the picture positive. */
  leanDeg: number;
  coneM: number;
  halfDeg: number;
}

/** A transducer with its cone, leaning. */
export function TransducerCone({ xM, depthM, leanDeg, coneM, halfDeg }: TransducerConeProps) {
  const edge = coneM * Math.tan((halfDeg * Math.PI) / 180);
  return (
    // Screen y runs down, so that a lean to the right turns counterclockwise.
    <g transform={`translate(${xM} ${depthM}) rotate(${-leanDeg})`}>
      <path
        d={`M0,0 L${-edge},${coneM} L${edge},${coneM} Z`}
        fill="var(--live)"
        fillOpacity={0.25}
      />
      <line y2={coneM} stroke="var(--live)" strokeWidth={0.03} strokeDasharray="0.1 0.07" />
      <rect x={-0.1} y={-0.08} width={0.2} height={0.1} rx={0.03} fill="var(--live)" />
    </g>
  );
}
