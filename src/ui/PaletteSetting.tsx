import { RadioGroup } from 'radix-ui';
import { type Eye, palette, PALETTE_IDS, type PaletteId } from '@core/display';
import { Kbd } from './Kbd';

const gradient = (id: PaletteId, eye: Eye) =>
  `linear-gradient(to right, ${palette(id, eye)
    .hex.filter((_, i) => i % 15 === 0)
    .join(', ')})`;

export function PaletteSetting({
  value,
  eye,
  onChange,
}: {
  value: PaletteId;
  eye: Eye;
  onChange: (id: PaletteId) => void;
}) {
  const chosen = palette(value);
  return (
    <div>
      <div className="flex items-center gap-2">
        <span className="font-semibold">Palette</span>
        <Kbd>P</Kbd>
        <span className="ml-auto font-semibold">{chosen.name}</span>
      </div>
      <RadioGroup.Root
        aria-label="Palette"
        value={value}
        onValueChange={(id) => onChange(id as PaletteId)}
        className="mt-1.5 flex gap-1.5"
      >
        {PALETTE_IDS.map((id) => (
          <RadioGroup.Item
            key={id}
            value={id}
            aria-label={palette(id).name}
            title={`${palette(id).name}: ${palette(id).hint}`}
            className="h-5 flex-1 rounded-sm border border-hairline focus-visible:outline-ink! data-[state=checked]:outline-2 data-[state=checked]:outline-offset-2 data-[state=checked]:outline-action"
            style={{ background: gradient(id, eye) }}
          />
        ))}
      </RadioGroup.Root>
      <p className="mt-1 text-xs leading-snug text-ink-2">{chosen.hint}</p>
    </div>
  );
}
