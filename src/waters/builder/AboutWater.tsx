import { Plus } from '@/ui/icons';
import { type Edit, waterEdit } from '@core/builder';
import type { WaterContent } from '@core/waters';
import { Button } from '@/ui/Button';
import { Panel } from '@/ui/Panel';

interface AboutWaterProps {
  content: WaterContent;
  onEdit: (edit: Edit) => void;
}

/** Name, description and known spots. */
export function AboutWater({ content, onEdit }: AboutWaterProps) {
  const { bottom } = content.scene;
  const addSpot = () => {
    const number = content.spots.length + 1;
    onEdit(
      waterEdit(content, 'add a known spot', {
        spots: [
          ...content.spots,
          {
            id: `spot-${number}-${content.spots.reduce((sum, { id }) => sum + id.length, 0)}`,
            name: `Spot ${number}`,
            xM: bottom.originM.x + ((bottom.columns - 1) * bottom.cellM) / 2,
            yM: bottom.originM.y + ((bottom.rows - 1) * bottom.cellM) / 2,
            truth: '',
            task: '',
          },
        ],
      }),
    );
  };
  return (
    <Panel title="About this water">
      <label className="flex flex-col gap-0.5">
        <span>Name</span>
        <input
          key={content.name}
          className="h-8 rounded-md border border-hairline bg-paper px-2"
          maxLength={80}
          defaultValue={content.name}
          onBlur={(event) => {
            const name = event.target.value.trim();
            if (name && name !== content.name) onEdit(waterEdit(content, 'rename', { name }));
          }}
        />
      </label>
      <label className="flex flex-col gap-0.5">
        <span>Description</span>
        <textarea
          key={content.description}
          rows={4}
          className="rounded-md border border-hairline bg-paper px-2 py-1"
          maxLength={4000}
          defaultValue={content.description}
          onBlur={(event) => {
            const description = event.target.value;
            if (description !== content.description) {
              onEdit(waterEdit(content, 'describe', { description }));
            }
          }}
        />
      </label>
      <Button onClick={addSpot}>
        <Plus size={15} aria-hidden="true" /> Add a known spot
      </Button>
    </Panel>
  );
}
