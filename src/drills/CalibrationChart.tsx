import {
  Chart,
  LinearScale,
  LineElement,
  PointElement,
  ScatterController,
  Tooltip,
} from 'chart.js';
import { useState } from 'react';
import { Scatter } from 'react-chartjs-2';
import type { CalibrationStep } from '@core/drills';

Chart.defaults.font.family = "'Atkinson Hyperlegible Next Variable', sans-serif";
Chart.defaults.font.size = 13;
Chart.register(LinearScale, LineElement, PointElement, ScatterController, Tooltip);

const colour = (name: string) =>
  getComputedStyle(document.documentElement).getPropertyValue(name).trim();

/** Share right against the chance that was claimed, with 95 % intervals and the line of perfect judgement. */
export default function CalibrationChart({ steps }: { steps: CalibrationStep[] }) {
  const [colours] = useState(() => ({
    ink: colour('--ink-2'),
    action: colour('--action'),
    hairline: colour('--hairline'),
  }));
  const percent = (share: number) => Math.round(1000 * share) / 10;
  const axis = (title: string) => ({
    min: 0,
    max: 100,
    title: { display: true, text: title, color: colours.ink },
    ticks: { color: colours.ink, stepSize: 25, callback: (value: string | number) => `${value} %` },
    grid: { color: colours.hairline },
  });
  return (
    <Scatter
      role="img"
      aria-label={`Confidence against share right: ${steps
        .map(
          (s) =>
            `${s.confidence}, claimed ${Math.round(100 * s.claimed)} %, right ${s.right} of ${s.trials}`,
        )
        .join('; ')}`}
      data={{
        datasets: [
          {
            label: 'as right as claimed',
            data: [
              { x: 0, y: 0 },
              { x: 100, y: 100 },
            ],
            showLine: true,
            pointRadius: 0,
            borderColor: colours.ink,
            borderDash: [4, 4],
            borderWidth: 1,
          },
          ...steps.map((step) => ({
            label: step.confidence,
            data: [
              { x: percent(step.claimed), y: percent(step.low) },
              { x: percent(step.claimed), y: percent(step.high) },
            ],
            showLine: true,
            pointRadius: 0,
            borderColor: colours.action,
            borderWidth: 2,
          })),
          {
            label: 'right',
            data: steps.map((step) => ({
              x: percent(step.claimed),
              y: percent(step.right / step.trials),
            })),
            pointRadius: 6,
            backgroundColor: colours.action,
          },
        ],
      }}
      options={{
        maintainAspectRatio: false,
        animation: false,
        scales: { x: axis('claimed chance'), y: axis('share right') },
        plugins: { legend: { display: false }, tooltip: { enabled: false } },
      }}
    />
  );
}
