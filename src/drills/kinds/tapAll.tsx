import { Eraser } from '@/ui/icons';
import { z } from 'zod';
import { type EchoPoint, type Picture, placeOfSpot } from '@core/display';
import { tapTolerance } from '@core/drills';
import { Button } from '@/ui/Button';
import { ScreenPicture } from '@/ui/echo/ScreenPicture';
import { TapMark } from '@/ui/echo/TruthOverlay';
import { detectionFigures, type KindProps, type KindView, outlinedOn } from './kindView';

const stateSchema = z.object({
  marks: z.array(z.object({ ping: z.number(), bin: z.number(), channel: z.int() })).max(500),
  tolerance: z.object({ pings: z.number(), bins: z.number() }),
});
type State = z.infer<typeof stateSchema>;
type Props = KindProps<'tapAll', State>;

/** Radius in which a tap on an own mark takes it away again, pixels. */
const TAKE_BACK_PX = 13;

/** Pixels of a ping and of a cell on the picture. */
function scaleOf(picture: Picture): { pxPerPing: number; pxPerBin: number } {
  return {
    pxPerPing: picture.kind === 'polar' ? 1 : picture.pxPerPing,
    pxPerBin: picture.pxPerM * picture.rangeStepM,
  };
}

function Stage({ ground, units, state, onState, committed, lines, label, view }: Props) {
  const [screen] = ground.screens;
  const tap = ({ ping, bin, channel }: EchoPoint, picture: Picture) => {
    const at = { ping: ping + 0.5, bin: bin + 0.5, channel };
    const place = (mark: State['marks'][number]) =>
      placeOfSpot(picture, mark.channel, { ...mark, beam: 0.5 });
    const here = place(at);
    const isNear = (mark: State['marks'][number]) => {
      const other = place(mark);
      return here && other && Math.hypot(other.x - here.x, other.y - here.y) < TAKE_BACK_PX;
    };
    const { pxPerPing, pxPerBin } = scaleOf(picture);
    onState({
      marks: state.marks.some(isNear)
        ? state.marks.filter((mark) => !isNear(mark))
        : [...state.marks, at],
      tolerance: tapTolerance(pxPerPing, pxPerBin),
    });
  };
  const strays = lines.filter(({ mark }) => mark !== null);
  return (
    <ScreenPicture
      screen={screen}
      units={units}
      label={label}
      view={view ?? undefined}
      onPick={committed ? undefined : tap}
      outlined={outlinedOn(lines, 0)}
      overlay={(picture) =>
        state.marks.map((mark, i) => {
          const at = placeOfSpot(picture, mark.channel, { ...mark, beam: 0.5 });
          const stray = strays.find((line) => line.mark === i);
          return (
            at && (
              <TapMark
                key={i}
                x={at.x}
                y={at.y}
                badge={lines.length > 0 ? (stray?.badge ?? '') : String(i + 1)}
                look={stray ? 'false' : 'plain'}
              />
            )
          );
        })
      }
    />
  );
}

function Form({ state, onState, committed }: Props) {
  const { marks } = state;
  if (committed) return null;
  return (
    <div className="flex items-start gap-2">
      <p className="flex-1 text-ink-2">
        {marks.length === 0
          ? 'Tap each one. If there is none, commit without a mark: that is an answer too.'
          : `${marks.length} marked. Tap a mark again to take it back.`}
      </p>
      <Button
        aria-label="Take back the last mark"
        disabled={marks.length === 0}
        onClick={() => onState({ ...state, marks: marks.slice(0, -1) })}
      >
        <Eraser size={16} aria-hidden="true" />
      </Button>
    </div>
  );
}

export const tapAllView: KindView<'tapAll', State> = {
  stateSchema,
  isViewable: true,
  asksMany: true,
  figures: ({ hits, missed, falseMarks, strays, notCounted }) => [
    ...detectionFigures(hits.length, missed.length, falseMarks.length + strays.length),
    { value: String(notCounted.length), text: 'hidden, not counted' },
  ],
  initial: { marks: [], tolerance: { pings: 3, bins: 3 } },
  given: (state) => ({ kind: 'tapAll', ...state }),
  commitLabel: ({ marks }) => (marks.length === 0 ? 'Nothing here' : null),
  hotkeys: ({ state, onState }) => ({
    Backspace: () => onState({ ...state, marks: state.marks.slice(0, -1) }),
  }),
  Stage,
  Form,
};
