import { ArrowLeft, CircleDot, Radio, Square } from '@/ui/icons';
import { useEffect, useMemo, useRef, useState } from 'react';
import { type View, viewOf } from '@core/display';
import {
  feedBlock,
  type FeedHello,
  feedHelloSchema,
  NO_READINGS,
  withSentence,
} from '@core/formats';
import { newScreen } from '@core/records';
import { cellsPerPing, EchoRing, emptyTruth } from '@core/sounding';
import { format, LENGTH, SPEED, TEMPERATURE } from '@core/units';
import { createId, storageFault } from '@/storage/database';
import { useSettings } from '@/storage/settings';
import { saveScreen } from '@/storage/screens';
import { Button, ButtonLink } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { EchoPicture } from '@/ui/echo/EchoPicture';
import { ringSource } from '@/ui/echo/ringSource';
import { NumberField } from '@/ui/NumberField';
import { PageHeader } from '@/ui/PageHeader';
import { Panel } from '@/ui/Panel';
import { Prepared } from '@/ui/Prepared';
import { showToast } from '@/ui/toast';

const WATERS = [
  { value: 'hollin-reservoir', label: 'Hollin Reservoir' },
  { value: 'tarvo-sound', label: 'Tarvo Sound' },
  { value: 'lake-ismo', label: 'Lake Ismo' },
] as const;

/** Pings that are held: two minutes and more at the usual rate. */
const KEPT_PINGS = 2000;
const ROOM_BELOW = 1.15;
const USUAL_RECORDED = 400;
const PACES = [1, 2, 5].map((value) => ({ value: String(value), label: `${value} × the clock` }));

type Link =
  | { state: 'off' }
  | { state: 'calling' }
  | { state: 'on'; hello: FeedHello; ring: EchoRing }
  | { state: 'over'; hello: FeedHello; ring: EchoRing }
  | { state: 'failed'; message: string };

const emptyRing = (hello: FeedHello, first: number) => new EchoRing(hello.info, KEPT_PINGS, first);

function Feed() {
  const { units } = useSettings();
  const [water, setWater] = useState<(typeof WATERS)[number]['value']>('hollin-reservoir');
  const [pace, setPace] = useState('1');
  const [link, setLink] = useState<Link>({ state: 'off' });
  const [readings, setReadings] = useState(NO_READINGS);
  const [heard, setHeard] = useState(0);
  const [pings, setPings] = useState(USUAL_RECORDED);
  const [gainDb, setGainDb] = useState(40);
  const sourceRef = useRef<EventSource | null>(null);
  useEffect(() => () => sourceRef.current?.close(), []);

  const stop = () => {
    sourceRef.current?.close();
    sourceRef.current = null;
    setLink((now) => (now.state === 'on' ? { ...now, state: 'over' } : { state: 'off' }));
  };

  const call = () => {
    sourceRef.current?.close();
    setLink({ state: 'calling' });
    setHeard(0);
    setReadings(NO_READINGS);
    const source = new EventSource(`/api/feed?water=${water}&pace=${pace}&seconds=3600`);
    sourceRef.current = source;
    let hello: FeedHello | null = null;
    let ring: EchoRing | null = null;
    let boat = NO_READINGS;
    let before: { timeS: number; alongM: number } | null = null;
    const json = (data: string): unknown => {
      try {
        return JSON.parse(data);
      } catch {
        return null;
      }
    };
    const fail = (message: string) => {
      source.close();
      setLink({ state: 'failed', message });
    };
    source.addEventListener('hello', ({ data }: MessageEvent<string>) => {
      const read = feedHelloSchema.safeParse(json(data));
      if (read.success) hello = read.data;
      else fail('What answers there is no sounder’s feed.');
    });
    source.addEventListener('nmea', ({ data }: MessageEvent<string>) => {
      boat = withSentence(boat, data);
      setReadings(boat);
    });
    source.addEventListener('ping', ({ data }: MessageEvent<string>) => {
      const block = hello && feedBlock(json(data), hello.info, boat, before);
      if (!hello || !block) return;
      before = { timeS: block.track.timeS[0], alongM: block.track.alongM[0] };
      // A gap in the numbers begins the picture anew.
      if (!ring || block.firstPing !== ring.end) {
        ring = emptyRing(hello, block.firstPing);
        setLink({ state: 'on', hello, ring });
      }
      ring.append(block);
      setHeard(ring.end);
    });
    source.addEventListener('end', () => {
      source.close();
      if (hello && ring) setLink({ state: 'over', hello, ring });
    });
    source.onerror = () => {
      // The browser would call again by itself, and mix two runs.
      if (source.readyState === EventSource.CLOSED || !hello)
        fail('Nobody answers. Is the server running, and the sounder on the network?');
      else if (hello && ring) {
        source.close();
        setLink({ state: 'over', hello, ring });
      }
    };
  };

  const live = link.state === 'on' || link.state === 'over' ? link : null;
  const ring = live?.ring ?? null;
  const source = useMemo(() => (ring ? ringSource(ring) : null), [ring]);
  const bottomM = useMemo(() => {
    if (!live) return 16;
    const { info } = live.hello;
    const reachM = info.draftM + info.binCount * info.rangeStepM;
    return Math.min(
      200,
      Math.ceil(readings.depthM ? Math.min(reachM, 1.6 * readings.depthM) : reachM),
    );
  }, [live, readings.depthM]);
  const view: View = useMemo(
    () => viewOf({ gainDb, paletteId: 'rockpool', topM: 0, bottomM, scrollPxPerS: 24 }),
    [gainDb, bottomM],
  );

  const record = async () => {
    if (!live || !ring) return;
    const { info, water: waterName, pass } = live.hello;
    const { firstPing, pingCount, levelsCdb, track } = ring.stretch(ring.end - pings, ring.end);
    const id = createId('screen');
    const deepestM = Math.max(...track.bottomDepthM.filter(Number.isFinite), 1);
    const screen = newScreen(
      {
        id,
        name: `${waterName}, heard live`,
        waterName,
        passName: pass,
        instrument: info.instrument,
        source: { kind: 'feed', info, from: `/api/feed, ${waterName}` },
        firstPing,
        pingCount,
        view: { ...view, bottomM: Math.min(200, Math.ceil(ROOM_BELOW * deepestM)) },
        evidence: { kind: 'opinion', dateMs: null, who: '', note: '' },
      },
      Date.now(),
    );
    try {
      await saveScreen(screen, {
        pingCount,
        cellsPerPing: cellsPerPing(info),
        levelsCdb,
        track,
        truth: emptyTruth(0),
        targets: [],
        isFine: true,
      });
      showToast({
        message: `Recorded “${screen.name}”, ${pingCount} pings.`,
        action: { label: 'Open it', run: () => location.assign(`/library/screen?id=${id}`) },
      });
    } catch (error) {
      showToast({ message: `Not recorded: ${storageFault(error)}.` });
    }
  };

  const value = (known: number | null, words: (of: number) => string) =>
    known === null ? '–' : words(known);
  return (
    <div className="flex h-full min-h-[560px] flex-col">
      <PageHeader
        title="Listen to a sounder"
        note="The stand-in of this server, as a sounder on the boat’s network would send."
      >
        <ButtonLink href="/library">
          <ArrowLeft size={16} aria-hidden="true" /> Library
        </ButtonLink>
      </PageHeader>
      <div className="flex min-h-0 flex-1 flex-col gap-3 p-4 md:flex-row">
        <div className="relative min-h-72 min-w-0 flex-1">
          <EchoPicture
            source={source}
            view={view}
            endPing={live?.ring.end ?? 0}
            live={link.state === 'on' ? () => ring!.end : undefined}
            units={units}
            label="Echo heard live"
          >
            {!live && (
              <p className="absolute inset-0 grid place-items-center p-6 text-center text-[#e9e4d6]">
                {link.state === 'calling'
                  ? 'Calling…'
                  : link.state === 'failed'
                    ? link.message
                    : 'Choose a water and listen: what the sounder hears runs here.'}
              </p>
            )}
          </EchoPicture>
        </div>
        <aside aria-label="Feed" className="flex w-full shrink-0 flex-col gap-2 md:w-72">
          <Panel title="Sounder">
            <Choice label="Water" value={water} options={WATERS} onChange={setWater} />
            <Choice label="Pace" value={pace} options={PACES} onChange={setPace} />
            {link.state === 'on' || link.state === 'calling' ? (
              <Button onClick={stop}>
                <Square size={16} aria-hidden="true" /> Stop
              </Button>
            ) : (
              <Button look="primary" onClick={call}>
                <Radio size={16} aria-hidden="true" /> Listen
              </Button>
            )}
            <p role="status" className="text-xs text-ink-2">
              {link.state === 'on' && `Hearing ${link.hello.water}, ${link.hello.pass}.`}
              {link.state === 'over' && 'It stopped. What was heard can still be recorded.'}
              {link.state === 'failed' && link.message}
            </p>
          </Panel>
          <Panel title="From the network">
            <dl className="grid grid-cols-[1fr_auto] gap-y-0.5" data-testid="network">
              <dt className="text-ink-2">Depth</dt>
              <dd className="figures font-semibold">
                {value(readings.depthM, (m) => format(LENGTH[units], m, 1))}
              </dd>
              <dt className="text-ink-2">Water at the hull</dt>
              <dd className="figures font-semibold">
                {value(readings.temperatureC, (c) => format(TEMPERATURE[units], c, 1))}
              </dd>
              <dt className="text-ink-2">Speed</dt>
              <dd className="figures font-semibold">
                {value(readings.speedMps, (mps) => format(SPEED[units], mps, 1))}
              </dd>
              <dt className="text-ink-2">Course</dt>
              <dd className="figures font-semibold">
                {value(readings.courseDeg, (deg) => `${Math.round(deg)}°`)}
              </dd>
            </dl>
          </Panel>
          <Panel title="Picture and recording">
            <NumberField
              label="Gain"
              value={gainDb}
              min={0}
              max={80}
              quantity="plain"
              unit="dB"
              units={units}
              decimals={0}
              onChange={setGainDb}
            />
            <NumberField
              label="Pings to record"
              value={pings}
              min={20}
              max={KEPT_PINGS}
              quantity="plain"
              units={units}
              decimals={0}
              onChange={(count) => setPings(Math.round(count))}
            />
            <Button disabled={!live || heard === 0} onClick={() => void record()}>
              <CircleDot size={16} aria-hidden="true" /> Record the last {pings}
            </Button>
            <p className="text-xs text-ink-2">
              What was really there is not known from a feed: mark it in the library, and say how
              you know.
            </p>
          </Panel>
        </aside>
      </div>
    </div>
  );
}

export function FeedPage() {
  return (
    <Prepared>
      <Feed />
    </Prepared>
  );
}
