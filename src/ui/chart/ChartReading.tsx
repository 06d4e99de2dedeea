/** What lies under the pointer, in a corner of the chart; while there is none, how the chart is moved. */
export function ChartReading({ children }: { children: string | null }) {
  return (
    <p
      className="pointer-events-none absolute right-2 bottom-2 rounded-sm bg-card/85 px-2 py-0.5 text-xs"
      data-testid="chart-reading"
    >
      {children ?? 'Wheel or + and − zoom, drag moves the chart, 0 shows all.'}
    </p>
  );
}
