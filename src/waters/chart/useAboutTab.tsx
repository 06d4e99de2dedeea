import { useState } from 'react';
import { SpotPin } from '@/ui/chart/chartMarks';
import { Handle } from '@/ui/chart/Handle';
import { AboutPanel } from './AboutPanel';
import type { ChartBase, ChartTab } from './chartTab';

/** What is told of the water, and its known spots. */
export function useAboutTab({ content, deepest, mayReveal, centre }: ChartBase): ChartTab {
  const [spotId, setSpotId] = useState<string | null>(null);
  return {
    over: (at) =>
      content.spots.map(({ id, xM, yM, name }) => {
        const [x, y] = at.toPx(xM, yM);
        return (
          <Handle
            key={id}
            at={at}
            xM={xM}
            yM={yM}
            label={`Known spot ${name}`}
            selected={id === spotId}
            onSelect={() => setSpotId(id)}
          >
            <SpotPin x={x} y={y} name={name} selected={id === spotId} />
          </Handle>
        );
      }),
    panel: (
      <AboutPanel
        content={content}
        deepest={deepest}
        showTruth={mayReveal}
        selectedId={spotId}
        onSelect={({ id, xM, yM }) => {
          setSpotId(id);
          centre({ x: xM, y: yM });
        }}
      />
    ),
  };
}
