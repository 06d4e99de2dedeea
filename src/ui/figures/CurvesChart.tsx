/** Levels and chances as curves, with what they have to reach. */
import { Scatter } from 'react-chartjs-2';
import { axis, PLAIN, useColours } from './charts';

export interface CurvesChartProps {
  xLabel: string;
  yLabel: string;
  lines: { name: string; points: { x: number; y: number }[]; isThreshold?: boolean }[];
  alt: string;
}

const DASHES = [[], [6, 4], [2, 3], [10, 3, 2, 3]];

export function CurvesChart({ xLabel, yLabel, lines, alt }: CurvesChartProps) {
  const colours = useColours();
  const curves = lines.filter(({ isThreshold }) => !isThreshold);
  return (
    <Scatter
      role="img"
      aria-label={alt}
      data={{
        datasets: lines.map((line) => ({
          label: line.name,
          data: line.points,
          showLine: true,
          pointRadius: 0,
          borderWidth: 2,
          borderColor: line.isThreshold ? colours.missed : colours.action,
          borderDash: line.isThreshold ? [6, 4] : DASHES[curves.indexOf(line) % DASHES.length],
        })),
      }}
      options={{
        ...PLAIN,
        plugins: {
          ...PLAIN.plugins,
          legend: {
            display: true,
            position: 'bottom',
            labels: { color: colours.ink, boxWidth: 34, boxHeight: 0 },
          },
        },
        scales: { x: axis(xLabel, colours, { min: 0 }), y: axis(yLabel, colours) },
      }}
    />
  );
}
