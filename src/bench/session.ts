/** The bench without its interface: what is chosen, shown and under way, and every act on it. */
import isEqual from 'fast-deep-equal';
import { createStore, type StoreApi } from 'zustand/vanilla';
import type { EchoPoint, Eye } from '@core/display';
import { NO_HISTORY } from '@core/history';
import { type Cursor, cursorAt, placeOfEcho, type TruthRegion } from '@core/reading';
import { type MarkRecord, type WaterRecord, reasonOf } from '@core/records';
import type { DayChoice, WaterContent } from '@core/waters';
import { type Control, type Setup, withControl, withFaults, withMatchedScroll } from '@core/setup';
import type { EchoRing, Instrument } from '@core/sounding';
import type { ReadingLabel } from '@core/targets';
import { degToRad } from '@core/units';
import { listNotes } from '@/storage/chartNotes';
import { useSettings } from '@/storage/settings';
import { type BoatNews, tellBoat } from '@/ui/boatChannel';
import { markFromEcho } from '@/ui/echo/marking';
import { showToast } from '@/ui/toast';
import { type BenchMemory, saveBenchMemory } from './benchMemory';
import { BenchRun } from './benchRun';
import { newPass, OPENING_TIME_S, staysPut, RATES } from './passes';
import {
  type BenchOpening,
  benchStart,
  JIG_LAYOUT,
  startingLayout,
  startingSetup,
} from './benchStart';
import { compared, type Comparison, needsSounding } from './comparing';
import { Desk } from './desk';
import { type HeldLure } from './heldLure';
import type { ShownPicture } from './kit';
import type { LadderSheet } from './ladderSheet';
import { startPresenting } from './presenting';
import { recordScreen } from './recordScreen';
import { memoryOf, newsOf, presentedBy } from './sessionNews';

export interface SessionState {
  /** The picture that the controls act on, while the layout has it. */
  chosen: Instrument;
  tool: string;
  revealed: boolean;
  /** What a learner said is on the picture, and when that picture was. */
  said: { labels: ReadingLabel[]; atS: number } | null;
  lit: string | null;
  hover: { at: Instrument; point: EchoPoint } | null;
  cursors: { at: Instrument; list: Cursor[] };
  picked: { at: Instrument; point: EchoPoint } | null;
  marking: boolean;
  marks: MarkRecord[];
  comparison: Comparison | null;
  sheet: LadderSheet | null;
  held: HeldLure | null;
  eye: Eye;
  pictures: Partial<Record<Instrument, ShownPicture>>;
  judged: Partial<Record<Instrument, TruthRegion[]>>;
}

const SAVE_EVERY_MS = 2000;
/** Farther along than this, a screen is another one. */
const SAME_PICTURE_S = 2;
const USUAL_PINGS = 200;

export class BenchSession {
  readonly store: StoreApi<SessionState>;
  readonly run: BenchRun;
  readonly desk: Desk;
  readonly record: WaterRecord;
  /** Which of its days it is, and that day's water. */
  readonly day: DayChoice;
  readonly water: WaterContent;
  /** What reset returns to. */
  readonly initial: Setup;
  /** Where the pictures stand, to be filmed. */
  readonly area: { current: HTMLDivElement | null } = { current: null };
  private speedBeforeStopMps: number;

  constructor(private readonly opening: BenchOpening) {
    const start = benchStart(opening);
    const setup = startingSetup(opening, start);
    const layout = startingLayout(opening, start);
    const { memory } = opening;
    this.record = opening.water;
    this.day = opening.day;
    this.water = start.water;
    this.initial = startingSetup({ ...opening, memory: null }, start);
    this.run = new BenchRun(start, setup, layout.instruments);
    this.desk = new Desk(this.run, {
      setup,
      layout,
      ownLayouts: opening.ownLayouts,
      notes: memory?.notes ?? '',
    });
    this.speedBeforeStopMps = setup.boat.speedMps;
    this.store = createStore(() => ({
      chosen: layout.instruments[0],
      tool: 'truth',
      revealed: false,
      said: null,
      lit: null,
      hover: null,
      cursors: { at: layout.instruments[0], list: [] },
      picked: null,
      marking: false,
      marks: [],
      comparison: null,
      sheet: null,
      held: null,
      eye: 'usual' as const,
      pictures: {},
      judged: {},
    }));
  }

  /** Remembers, and tells other windows; the run is started by whoever made it. @returns how to end all of it */
  start(): () => void {
    void listNotes(this.record.id).then(({ marks }) => this.store.setState({ marks }));
    const presenting = startPresenting(() => presentedBy(this));
    const heard = () => {
      this.soundVariant();
      presenting.tell();
    };
    const ends = [
      this.store.subscribe(heard),
      this.desk.store.subscribe(heard),
      this.run.store.subscribe(() => {
        presenting.tell();
        this.tellChart();
      }),
    ];
    const save = () => void saveBenchMemory(this.memory());
    const timer = setInterval(save, SAVE_EVERY_MS);
    window.addEventListener('pagehide', save);
    return () => {
      for (const end of ends) end();
      clearInterval(timer);
      window.removeEventListener('pagehide', save);
      save();
      presenting.stop();
      this.run.close();
    };
  }

  // —— what stands there ——

  get setup(): Setup {
    return this.desk.store.getState().setup;
  }

  get instrument(): Instrument {
    const { instruments } = this.desk.store.getState().layout;
    const { chosen } = this.store.getState();
    return instruments.includes(chosen) ? chosen : instruments[0];
  }

  get ring(): EchoRing | null {
    return this.run.store.getState().rings[this.instrument] ?? null;
  }

  get picture(): ShownPicture | null {
    return this.store.getState().pictures[this.instrument] ?? null;
  }

  /** What a learner said of the picture that is shown; null where nothing, or of another one. */
  get committed(): ReadingLabel[] | null {
    const { said } = this.store.getState();
    const { shownS } = this.run.store.getState();
    return said && Math.abs(shownS - said.atS) < SAME_PICTURE_S ? said.labels : null;
  }

  /** A learner says first what is there: the water opens only on the picture that was spoken of. */
  get mayReveal(): boolean {
    const { moving } = this.run.store.getState();
    return useSettings.getState().role !== 'learn' || (!moving && this.committed !== null);
  }

  get showsTruth(): boolean {
    return this.store.getState().revealed && this.mayReveal;
  }

  readonly showsControl = ({ id }: Pick<Control, 'id'>): boolean =>
    !(id === 'speed' && staysPut(this.run.store.getState().pass)) &&
    !(id === 'waves' && this.water.conditions.iceM > 0);

  // —— looking ——

  readonly set = (change: Partial<SessionState>): void => this.store.setState(change);

  readonly toggleFreeze = (): void => {
    if (this.run.store.getState().moving) {
      this.run.freeze();
      return;
    }
    const isLearner = useSettings.getState().role === 'learn';
    this.set({ said: null, ...(isLearner ? { revealed: false } : {}) });
    this.run.go();
  };

  readonly toggleReveal = (): void => {
    if (!this.mayReveal) return;
    const { revealed, held } = this.store.getState();
    this.set({ revealed: !revealed, ...(revealed || held ? {} : { tool: 'truth' }) });
  };

  readonly commit = (labels: ReadingLabel[]): void =>
    this.set({ said: { labels, atS: this.run.store.getState().shownS }, revealed: true });

  readonly choosePace = (by: 1 | -1): void => {
    const { rate } = this.run.store.getState();
    const at = RATES.findIndex((value) => value === rate);
    this.run.setRate(RATES[Math.min(RATES.length - 1, Math.max(0, at + by))]);
  };

  readonly match = (): void => {
    const { picture, setup, instrument } = this;
    const { speedMps } = this.run.poseAt(this.run.store.getState().shownS);
    const matched = picture && withMatchedScroll(setup, instrument, picture.pxPerM, speedMps);
    if (matched) this.desk.change('Match', matched);
  };

  /** What is under way and can be left, the newest first. */
  readonly leave = (): void => {
    const { marking, comparison } = this.store.getState();
    if (marking) this.set({ marking: false });
    else if (comparison) this.set({ comparison: null });
    else this.set({ sheet: null });
  };

  readonly takeArea = (element: HTMLDivElement | null): void => {
    this.area.current = element;
  };

  readonly takePicture = (at: Instrument, shown: ShownPicture): void => {
    const { pictures } = this.store.getState();
    if (isEqual(pictures[at], shown)) return;
    this.set({ pictures: { ...pictures, [at]: shown } });
  };

  readonly takeRegions = (at: Instrument, found: TruthRegion[]): void =>
    this.set({ judged: { ...this.store.getState().judged, [at]: found } });

  // —— on the picture ——

  readonly putCursor = (at: Instrument, point: EchoPoint, from: EchoRing): void => {
    const { cursors } = this.store.getState();
    const cursor = cursorAt(from.info, from.track, from.slot(point.ping), point);
    const isNext = cursors.at === at && cursors.list.length === 1;
    this.set({ cursors: { at, list: isNext ? [...cursors.list, cursor] : [cursor] } });
  };

  readonly clearCursors = (): void => this.set({ cursors: { at: this.instrument, list: [] } });

  readonly mark = async (at: Instrument, point: EchoPoint, from: EchoRing): Promise<void> => {
    this.set({ marking: false });
    const { bearingDeg } = withFaults(this.setup).sounders.sector;
    const echo = placeOfEcho(from.info, from.track, from.slot(point.ping), point, bearingDeg);
    const made = await markFromEcho({
      waterId: this.record.id,
      instrument: at,
      echo,
      screenId: null,
      units: useSettings.getState().units,
    });
    if (made) this.set({ marks: [...this.store.getState().marks, made] });
  };

  readonly recordStretch = async (
    fromPing: number,
    endPing: number,
    name = '',
    notes = '',
  ): Promise<void> => {
    const { ring, run, setup, instrument } = this;
    if (!ring) return;
    try {
      const saved = await recordScreen({
        water: this.record,
        day: this.day,
        plan: run.store.getState().plan,
        targets: run.targets(),
        instrument,
        setup,
        pass: run.passOf(setup),
        ring,
        fromPing,
        endPing,
        name,
        notes,
      });
      showToast({
        message: `Recorded “${saved.name}”.`,
        action: { label: 'Open it', run: () => location.assign(`/library/screen?id=${saved.id}`) },
      });
    } catch (failure) {
      const reason = reasonOf(failure);
      showToast({ message: `The screen could not be stored: ${reason}. Nothing was changed.` });
    }
  };

  private readonly numbers = new Map<string, number>();

  /** The one number of a thing, in every picture, list and drawing: given when it is first told, and kept. */
  readonly knownNumber = (targetId: string): number | undefined => this.numbers.get(targetId);
  readonly numberOf = (targetId: string): number => {
    const known = this.numbers.get(targetId) ?? this.numbers.size + 1;
    this.numbers.set(targetId, known);
    return known;
  };

  /** The newest ping that the active picture shows, one further. */
  readonly shownEnd = (): number => this.run.endPing(this.instrument);

  readonly recordShown = (): void => {
    const endPing = this.shownEnd();
    void this.recordStretch(endPing - (this.picture?.pings ?? USUAL_PINGS), endPing);
  };

  // —— sailing ——

  /** Everything about the bench as it stands, for another day of the same water. */
  readonly memory = (): BenchMemory => memoryOf(this, this.opening.boat.rig);

  readonly choosePass = (planId: string): void => {
    const { setup, water, desk } = this;
    const plan = water.passes.find(({ id }) => id === planId)!;
    this.clearCursors();
    this.set({ held: null, said: null, picked: null, sheet: null });
    const started = { ...setup, boat: { ...setup.boat, speedMps: plan.speedMps } };
    desk.store.setState({ setup: started, history: NO_HISTORY });
    const pass = newPass(water, plan, plan.speedMps);
    this.run.open({ water, plan, pass, timeS: OPENING_TIME_S, moving: true }, started);
    if (staysPut(plan) && !desk.store.getState().layout.instruments.includes('column')) {
      desk.setLayout(JIG_LAYOUT);
    }
  };

  readonly turn = (byDeg: number): void => {
    const { run } = this;
    if (!run.canSteer) return;
    const headingRad = run.poseAt(run.store.getState().timeS).headingRad + degToRad(byDeg);
    this.desk.steer(byDeg < 0 ? 'Turn to port' : 'Turn to starboard', () => run.turnTo(headingRad));
  };

  readonly course = (deg: number): void =>
    this.desk.steer('New course', () => this.run.turnTo(degToRad(deg)));

  readonly circleBack = (): void => {
    const last = this.store.getState().marks.at(-1);
    if (!this.run.canSteer || !last) return;
    this.desk.steer('Circle back to the mark', () => this.run.returnTo({ x: last.xM, y: last.yM }));
    if (!this.run.store.getState().moving) {
      showToast({ message: 'The way back to the mark is laid. Space lets the boat sail it.' });
    }
  };

  readonly stopOrGo = (): void => {
    const { setup, instrument } = this;
    const { speedMps } = setup.boat;
    if (speedMps > 0) this.speedBeforeStopMps = speedMps;
    const next =
      speedMps > 0 ? 0 : this.speedBeforeStopMps || this.run.store.getState().plan.speedMps;
    this.desk.change(
      speedMps > 0 ? 'Stop' : 'Go on sailing',
      withControl(setup, instrument, 'speed', next),
    );
  };

  // —— kept, and told ——

  private told: BoatNews | null = null;

  private tellChart(): void {
    const news = newsOf(this);
    // A boat that stands still goes silent, and the chart lets it go.
    if (!isEqual(news, this.told)) tellBoat(news);
    this.told = news;
  }

  private sounded: { setup: Setup; comparison: Comparison; instrument: Instrument } | null = null;

  /** The changed picture of a comparison gets pings of its own where the change is heard. */
  private soundVariant(): void {
    const { comparison } = this.store.getState();
    const { setup, instrument, sounded } = this;
    const wanted =
      comparison && needsSounding(comparison) ? { setup, comparison, instrument } : null;
    if (
      wanted?.setup === sounded?.setup &&
      wanted?.comparison === sounded?.comparison &&
      wanted?.instrument === sounded?.instrument
    )
      return;
    this.sounded = wanted;
    this.run.setVariant(wanted && compared(setup, instrument, wanted.comparison));
  }
}
