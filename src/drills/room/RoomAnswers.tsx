/** What a room answered: marks over the echo, choices as bars, and how sure against how right. */
import { type Picture, placeOfSpot } from '@core/display';
import {
  type Answer,
  choicesOf,
  CONFIDENCE_STEPS,
  type Ground,
  type Item,
  saidWords,
} from '@core/drills';
import { isAlong } from '@core/sounding';
import type { UnitSystem } from '@core/units';
import type { SealedQuestion } from '@/storage/exams';
import { ScreenPicture } from '@/ui/echo/ScreenPicture';
import { type Line, outlinedOn } from '../kinds/kindView';
import { KIND_VIEWS } from '../kinds';

export interface Told {
  studentId: string;
  /** That the student bears on the picture. */
  number: number;
  /** On the picture as students have it, and as an answer to the question itself. */
  sealed: Answer;
  own: Answer;
  right: boolean;
}

const HEAT = '#e8a33d';
const HEAT_RADIUS_PX = 34;
/** Of one mark alone; of many each gives less, so that the echo shows through. */
const HEAT_SHARE = 0.5;

/** A small point: what lies under it is what is talked about. */
function Numbered({ x, y, number }: { x: number; y: number; number: number }) {
  return (
    <g data-tap={number} transform={`translate(${x} ${y})`}>
      <circle r={7} fill="#22303a" fillOpacity={0.8} stroke="#fffdf8" strokeWidth={1} />
      <text
        textAnchor="middle"
        dominantBaseline="central"
        fill="#fffdf8"
        className="text-[9px] font-bold"
      >
        {number}
      </text>
    </g>
  );
}

/** Where many pressed it glows; each mark bears the number of its student. */
function Marks({ told, picture }: { told: readonly Told[]; picture: Picture }) {
  const spots = told.flatMap(({ sealed, number }) =>
    sealed.kind === 'tapAll'
      ? sealed.marks.flatMap((mark) => {
          const at = placeOfSpot(picture, mark.channel, { ...mark, beam: 0.5 });
          return at ? [{ ...at, number }] : [];
        })
      : [],
  );
  return (
    <g data-testid="room-marks">
      <defs>
        <radialGradient id="room-heat">
          <stop
            offset="0%"
            stopColor={HEAT}
            stopOpacity={HEAT_SHARE / Math.sqrt(Math.max(1, told.length))}
          />
          <stop offset="100%" stopColor={HEAT} stopOpacity={0} />
        </radialGradient>
      </defs>
      {spots.map(({ x, y }, i) => (
        <circle key={i} cx={x} cy={y} r={HEAT_RADIUS_PX} fill="url(#room-heat)" />
      ))}
      {spots.map(({ x, y, number }, i) => (
        <Numbered key={i} {...{ x, y, number }} />
      ))}
    </g>
  );
}

/** When who pressed, along the time of the picture. */
function Presses({ told, picture }: { told: readonly Told[]; picture: Picture }) {
  const presses = told.flatMap(({ sealed, number }) =>
    sealed.kind === 'callLive'
      ? sealed.presses.flatMap((ping) => {
          const at = placeOfSpot(picture, 0, { ping, beam: 0, bin: 0 });
          return at ? [{ x: at.x, number }] : [];
        })
      : [],
  );
  return (
    <g data-testid="room-presses">
      {presses.map(({ x, number }, i) => (
        <g key={i}>
          <line
            x1={x}
            x2={x}
            y1={0}
            y2={picture.heightPx}
            stroke={HEAT}
            strokeOpacity={0.55}
            strokeWidth={3}
          />
          <Numbered
            x={x}
            y={20 + ((number * 29) % Math.max(40, picture.heightPx - 60))}
            number={number}
          />
        </g>
      ))}
    </g>
  );
}

interface RoomStageProps {
  /** Sealed, as students have it. */
  item: Item;
  ground: Ground;
  units: UnitSystem;
  /** Empty until no more answers are taken. */
  told: readonly Told[];
  /** Empty until the truth is opened. */
  lines: Line[];
}

/** The picture of the question, with what was marked on it. */
export function RoomStage({ item, ground, units, told, lines }: RoomStageProps) {
  const [screen] = ground.screens;
  const label = 'The picture that is asked about';
  if (item.kind === 'tapAll' || item.kind === 'callLive') {
    return (
      <ScreenPicture
        {...{ screen, units, label }}
        reads="raw"
        outlined={outlinedOn(lines, 0)}
        overlay={(picture) =>
          item.kind === 'tapAll' || !isAlong(screen.info.instrument) ? (
            <Marks {...{ told, picture }} />
          ) : (
            <Presses {...{ told, picture }} />
          )
        }
      />
    );
  }
  const kind = KIND_VIEWS[item.kind];
  return (
    <kind.Stage
      {...{ item, ground, units, lines, label }}
      state={kind.initial}
      onState={() => {}}
      committed={null}
      revealed={lines.length > 0}
      view={null}
    />
  );
}

interface BarProps {
  text: string;
  count: number;
  of: number;
  note: string;
  isRight: boolean;
}

const Bar = ({ text, count, of, note, isRight }: BarProps) => (
  <li className="flex flex-col gap-0.5">
    <p className="flex justify-between gap-3">
      <span className="min-w-0 font-semibold">
        {text}
        {isRight && <span className="ml-2 text-xs text-good">right</span>}
      </span>
      <span className="figures shrink-0 text-ink-2">{note}</span>
    </p>
    <div className="h-2 rounded-full bg-track" aria-hidden="true">
      <div
        className={`h-2 rounded-full ${isRight ? 'bg-good' : 'bg-action'}`}
        style={{ width: `${of > 0 ? (100 * count) / of : 0}%` }}
      />
    </div>
  </li>
);

interface SpreadProps {
  question: SealedQuestion;
  told: readonly Told[];
  units: UnitSystem;
  isShown: boolean;
}

/** How many said what: every choice there was, then what was said besides. */
export function Spread({ question, told, units, isShown }: SpreadProps) {
  const { ground } = question;
  const { item } = question.key;
  const said = told.map((one) => ({ ...one, text: saidWords(item, one.own, ground, units) }));
  const choices = choicesOf(item, ground, units).map(({ text }) => text);
  const others = [...new Set(said.map(({ text }) => text))].filter(
    (text) => !choices.includes(text),
  );
  return (
    <ul className="flex flex-col gap-2.5" aria-label="What was said">
      {[...choices, ...others.toSorted((a, b) => a.localeCompare(b, 'en', { numeric: true }))].map(
        (text) => {
          const those = said.filter((one) => one.text === text);
          const right = those.filter((one) => one.right).length;
          // The same words may be right of one and wrong of another: two marks, not the same two.
          const isMixed = right > 0 && right < those.length;
          return (
            <Bar
              key={text}
              text={text}
              count={those.length}
              of={told.length}
              note={`${those.length} of ${told.length}${isShown && isMixed ? `, ${right} right` : ''}`}
              isRight={isShown && right > 0 && !isMixed}
            />
          );
        },
      )}
    </ul>
  );
}

/** How often those were right who were so sure. */
export function Sureness({ told }: { told: readonly Told[] }) {
  return (
    <table className="w-full text-left text-sm">
      <caption className="pb-1 text-left font-semibold">How sure, and how right</caption>
      <thead className="text-xs text-ink-2">
        <tr>
          <th className="font-normal">Said</th>
          <th className="font-normal">Students</th>
          <th className="font-normal">Right</th>
        </tr>
      </thead>
      <tbody className="figures">
        {CONFIDENCE_STEPS.map((step) => {
          const those = told.filter(({ own }) => own.confidence === step);
          const right = those.filter((one) => one.right).length;
          return (
            <tr key={step} className="border-t border-hairline">
              <td className="py-0.5">{step}</td>
              <td>{those.length}</td>
              <td>{those.length === 0 ? '–' : `${right} of ${those.length}`}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
