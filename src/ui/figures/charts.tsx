/** The charts of what a reader can and cannot read. */
import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  type ChartDataset,
  Legend,
  LinearScale,
  LineElement,
  PointElement,
  ScatterController,
  Tooltip,
} from 'chart.js';
import { useState } from 'react';
import { Bar, Scatter } from 'react-chartjs-2';
import { type CalibrationStep, type Figures, SKILLS } from '@core/drills';
import { formatNumber } from '@core/units';

Chart.defaults.font.family = "'Atkinson Hyperlegible Next Variable', sans-serif";
Chart.defaults.font.size = 13;
Chart.register(
  BarController,
  BarElement,
  CategoryScale,
  Legend,
  LinearScale,
  LineElement,
  PointElement,
  ScatterController,
  Tooltip,
);

const colour = (name: string) =>
  getComputedStyle(document.documentElement).getPropertyValue(name).trim();

export function useColours() {
  return useState(() => ({
    ink: colour('--ink-2'),
    action: colour('--action'),
    missed: colour('--missed'),
    hairline: colour('--hairline'),
    track: colour('--track'),
  }))[0];
}

type Colours = ReturnType<typeof useColours>;

export const axis = (title: string, colours: Colours, more: object = {}) => ({
  title: { display: true, text: title, color: colours.ink },
  ticks: { color: colours.ink },
  grid: { color: colours.hairline },
  ...more,
});

export const PLAIN = {
  maintainAspectRatio: false,
  animation: false as const,
  plugins: { legend: { display: false }, tooltip: { enabled: false } },
};

/** Share right against the chance that was claimed, with 95 % intervals and the line of perfect judgement. */
export function CalibrationChart({ steps }: { steps: CalibrationStep[] }) {
  const colours = useColours();
  const percent = (share: number) => Math.round(1000 * share) / 10;
  const percentAxis = (title: string) =>
    axis(title, colours, {
      min: 0,
      max: 100,
      ticks: {
        color: colours.ink,
        stepSize: 25,
        callback: (value: string | number) => `${value} %`,
      },
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
        ...PLAIN,
        scales: { x: percentAxis('claimed chance'), y: percentAxis('share right') },
      }}
    />
  );
}

/** Ability at each skill that was tried, with plus and minus two standard deviations. */
export function SkillsChart({ skills }: { skills: Figures['skills'] }) {
  const colours = useColours();
  const rows = [...skills].sort((a, b) => b.theta - a.theta);
  const names = rows.map(({ skill, right }) => `${SKILLS[skill]} (${right.count} of ${right.of})`);
  const ends = rows.map(({ theta, sd }): [number, number] => [
    theta - 1.96 * sd,
    theta + 1.96 * sd,
  ]);
  const datasets: ChartDataset<'bar', [number, number][]>[] = [
    {
      data: rows.map(({ theta }) => [theta - 0.04, theta + 0.04]),
      backgroundColor: colours.action,
      barPercentage: 0.8,
      grouped: false,
      order: 0,
    },
    { data: ends, backgroundColor: colours.track, barPercentage: 0.35, grouped: false, order: 1 },
  ];
  return (
    <Bar
      role="img"
      aria-label={`Ability by skill: ${rows
        .map(
          ({ skill, theta, sd }) =>
            `${SKILLS[skill]} ${formatNumber(theta, 1)} ± ${formatNumber(1.96 * sd, 1)}`,
        )
        .join('; ')}`}
      data={{ labels: names, datasets }}
      options={{
        ...PLAIN,
        indexAxis: 'y',
        scales: {
          x: axis('easier items only  ←  ability  →  hard items too', colours, { min: -3, max: 3 }),
          y: axis('', colours, { grid: { display: false } }),
        },
      }}
    />
  );
}

/** Errors of measurements as shares of the truth. */
export function MeasureChart({ errors }: { errors: NonNullable<Figures['measures']>['errors'] }) {
  const colours = useColours();
  const point = ({ truthM, errorShare }: (typeof errors)[number]) => ({
    x: truthM,
    y: Math.max(-100, Math.min(100, 100 * errorShare)),
  });
  return (
    <Scatter
      role="img"
      aria-label={`Errors of ${errors.length} measurements`}
      data={{
        datasets: [
          {
            data: errors.filter(({ right }) => right).map(point),
            pointRadius: 5,
            backgroundColor: colours.action,
          },
          {
            data: errors.filter(({ right }) => !right).map(point),
            pointRadius: 5,
            pointStyle: 'crossRot',
            borderColor: colours.missed,
            borderWidth: 2,
          },
        ],
      }}
      options={{
        ...PLAIN,
        scales: {
          x: axis('truth, m', colours, { min: 0 }),
          y: axis('error, %; + too long', colours, { min: -100, max: 100 }),
        },
      }}
    />
  );
}

const BIN_S = 0.5;

/** How long calls took. */
export function ReactionChart({ reactionsS }: { reactionsS: number[] }) {
  const colours = useColours();
  const bins = Math.max(4, Math.ceil(Math.max(...reactionsS) / BIN_S));
  const counts = Array.from(
    { length: bins },
    (_, i) => reactionsS.filter((s) => Math.floor(s / BIN_S) === i).length,
  );
  return (
    <Bar
      role="img"
      aria-label={`Reaction times: ${counts.map((n, i) => `${n} within ${formatNumber((i + 1) * BIN_S, 1)} s`).join('; ')}`}
      data={{
        labels: counts.map(
          (_, i) => `${formatNumber(i * BIN_S, 1)}–${formatNumber((i + 1) * BIN_S, 1)}`,
        ),
        datasets: [{ data: counts, backgroundColor: colours.action }],
      }}
      options={{
        ...PLAIN,
        scales: {
          x: axis('seconds from the first sign to the call', colours),
          y: axis('calls', colours, { ticks: { color: colours.ink, stepSize: 1, precision: 0 } }),
        },
      }}
    />
  );
}
