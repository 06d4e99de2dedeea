/** Side-fan screens of this water laid on its chart in true place. */
import { useEffect, useRef, useState } from 'react';
import { palette } from '@core/display';
import { type Mosaic, mosaicOf } from '@core/reading';
import type { ScreenRecord } from '@core/records';
import { listScreens, openScreen, screenTrack } from '@/storage/screens';
import { Button } from '@/ui/Button';
import { Check } from '@/ui/Check';
import { GridImage } from '@/ui/chart/GridImage';
import type { Projection } from '@/ui/chart/projection';
import { Panel } from '@/ui/Panel';
import { Setting } from '@/ui/Setting';

const MOST_SCREENS = 12;

/** A screen can be laid there where its way on the water is known, and levels are. */
const fits = (waterId: string) => (screen: ScreenRecord) =>
  screen.waterId === waterId &&
  screen.instrument === 'sideFans' &&
  screen.source.kind === 'simulated';

function pictureOf({ columns, rows, shades }: Mosaic): string {
  const canvas = document.createElement('canvas');
  canvas.width = columns;
  canvas.height = rows;
  const context = canvas.getContext('2d')!;
  const image = context.createImageData(columns, rows);
  const pixels = new Uint32Array(image.data.buffer);
  const { rgba } = palette('hoarfrost');
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const shade = shades[row * columns + column];
      if (shade === 0) continue;
      const colour = rgba[Math.round(((shade - 1) / 254) * (rgba.length - 1))];
      pixels[(rows - 1 - row) * columns + column] = colour;
    }
  }
  context.putImageData(image, 0, 0);
  return canvas.toDataURL();
}

async function laid(screens: readonly ScreenRecord[]): Promise<Mosaic | null> {
  const sources = [];
  for (const { id } of screens) {
    const opened = await openScreen(id);
    if (!opened.ok) continue;
    const { record, echo } = opened.value;
    const { pingCount, view } = record;
    const { info, levelsCdb } = echo;
    sources.push({ info, track: screenTrack(opened.value), pingCount, levelsCdb, view });
  }
  return mosaicOf(sources);
}

export function useMosaic(waterId: string) {
  const [screens, setScreens] = useState<ScreenRecord[]>([]);
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const [strength, setStrength] = useState(0.8);
  const [shown, setShown] = useState<{ mosaic: Mosaic; href: string } | null>(null);
  const turn = useRef(0);
  useEffect(() => {
    let current = true;
    void listScreens().then(
      (list) => current && setScreens(list.screens.filter(fits(waterId)).slice(0, MOST_SCREENS)),
    );
    return () => {
      current = false;
    };
  }, [waterId]);
  const choose = async (ids: readonly string[]) => {
    setChosen(ids);
    const own = ++turn.current;
    const mosaic = await laid(screens.filter(({ id }) => ids.includes(id)));
    if (own === turn.current) setShown(mosaic && { mosaic, href: pictureOf(mosaic) });
  };
  return {
    layer: (at: Projection) =>
      shown && <GridImage href={shown.href} extent={shown.mosaic} at={at} opacity={strength} />,
    panel: (
      <Panel title="Side fans on the chart">
        {screens.length === 0 ? (
          <p className="text-xs text-ink-2">
            No side-fan screen of this water is in the library. Record one at the bench.
          </p>
        ) : (
          <>
            <p className="text-xs text-ink-2">
              Laid in true place: slant ranges are put right by the depth. What hangs in the water
              falls on the ground beneath.
            </p>
            <div className="flex max-h-40 flex-col gap-1 overflow-y-auto">
              {screens.map(({ id, name }) => (
                <Check
                  key={id}
                  checked={chosen.includes(id)}
                  onChange={(on) =>
                    void choose(on ? [...chosen, id] : chosen.filter((one) => one !== id))
                  }
                >
                  {name}
                </Check>
              ))}
            </div>
            <div className="flex gap-2">
              <Button size="small" onClick={() => void choose(screens.map(({ id }) => id))}>
                All
              </Button>
              <Button size="small" disabled={chosen.length === 0} onClick={() => void choose([])}>
                None
              </Button>
            </div>
            <Setting
              label="Strength"
              value={Math.round(100 * strength)}
              min={0}
              max={100}
              step={5}
              unit="%"
              hint="Less lets the contours through: does the chart agree?"
              onChange={(value) => setStrength(value / 100)}
            />
          </>
        )}
      </Panel>
    ),
  };
}
