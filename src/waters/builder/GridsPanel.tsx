import { useState } from 'react';
import { bottomEdit, type Edit, finerCellM, finerPatch } from '@core/builder';
import { format, LENGTH, type UnitSystem } from '@core/units';
import type { WaterContent } from '@core/waters';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { NumberField } from '@/ui/NumberField';
import { Panel } from '@/ui/Panel';

interface GridsPanelProps {
  content: WaterContent;
  units: UnitSystem;
  /** Of what the chart shows: a finer grid is laid there. */
  centre: { x: number; y: number };
  patch: number | null;
  onPatch: (patch: number | null) => void;
  onEdit: (edit: Edit) => void;
}

const WHOLE = 'whole';
const MOST_PATCHES = 60;

/** On which grid brushes work: the whole bottom's, or a finer one over a part of it. */
export function GridsPanel({ content, units, centre, patch, onPatch, onEdit }: GridsPanelProps) {
  const { bottom } = content.scene;
  const { patches = [] } = bottom;
  const [sideM, setSideM] = useState(80);
  const length = (metres: number) => format(LENGTH[units], metres, metres < 10 ? 2 : 0);
  const cellM = finerCellM(bottom, sideM);
  const isChosen = patch !== null && patch < patches.length;
  const add = () => {
    const made = finerPatch(bottom, { xM: centre.x, yM: centre.y, sideM });
    onEdit(bottomEdit(content, 'lay a finer grid', { patches: [...patches, made] }));
    onPatch(patches.length);
  };
  const remove = () => {
    onEdit(
      bottomEdit(content, 'remove a finer grid', {
        patches: patches.filter((_, i) => i !== patch),
      }),
    );
    onPatch(null);
  };
  return (
    <Panel title="Grid">
      <Choice
        label="Brushes work on"
        value={isChosen ? String(patch) : WHOLE}
        options={[
          { value: WHOLE, label: `the whole, ${length(bottom.cellM)}` },
          ...patches.map(({ cellM: fine, columns }, i) => ({
            value: String(i),
            label: `part ${i + 1}: ${length((columns - 1) * fine)} at ${length(fine)}`,
          })),
        ]}
        onChange={(value) => onPatch(value === WHOLE ? null : Number(value))}
      />
      <NumberField
        units={units}
        label="A finer one so wide"
        quantity="length"
        value={sideM}
        min={10}
        max={190}
        decimals={0}
        hint={`Laid where the chart’s middle is, with nodes every ${length(cellM)}: the wider, the coarser.`}
        onChange={setSideM}
      />
      <div className="flex gap-2">
        <Button disabled={patches.length >= MOST_PATCHES || cellM >= bottom.cellM} onClick={add}>
          Finer here
        </Button>
        <Button disabled={!isChosen} onClick={remove}>
          Remove it
        </Button>
      </div>
    </Panel>
  );
}
