import { framed, type PictureDraft, type PictureFrame, wholeFrame } from '@core/reading';
import type { UnitSystem } from '@core/units';
import { Button } from '@/ui/Button';
import { NumberField } from '@/ui/NumberField';
import { Panel } from '@/ui/Panel';

export interface PicturePanelProps {
  draft: PictureDraft;
  size: { widthPx: number; heightPx: number };
  units: UnitSystem;
  onChange: (draft: PictureDraft) => void;
}

const CROP_WORDS = { x: 'From the left', y: 'From the top', width: 'Width', height: 'Height' };

export function FramePanel({ draft, size, units, onChange }: PicturePanelProps) {
  const { frame } = draft;
  const setFrame = (change: Partial<PictureFrame>) => onChange(framed(draft, size, change));
  return (
    <Panel title="Crop and straighten">
      <p className="text-xs text-ink-2">
        Drag the corners to the echo itself: no menus, no numbers beside it.
      </p>
      <NumberField
        label="Turn, clockwise"
        value={frame.rotateDeg}
        min={-45}
        max={45}
        quantity="angle"
        units={units}
        onChange={(rotateDeg) => setFrame({ rotateDeg })}
      />
      {(['x', 'y', 'width', 'height'] as const).map((side) => (
        <NumberField
          key={side}
          label={CROP_WORDS[side]}
          value={frame.crop[side]}
          min={side === 'x' || side === 'y' ? -2000 : 16}
          max={12_000}
          quantity="plain"
          unit="px"
          units={units}
          decimals={0}
          onChange={(value) => setFrame({ crop: { ...frame.crop, [side]: Math.round(value) } })}
        />
      ))}
      <Button
        size="small"
        onClick={() =>
          setFrame({ ...wholeFrame(size.widthPx, size.heightPx), newest: frame.newest })
        }
      >
        The whole picture
      </Button>
    </Panel>
  );
}
