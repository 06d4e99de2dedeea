/** The atlas: each thing sounded live, what one sees and what it could be, and look-alikes held against each other. */
import { useEffect, useMemo, useState } from 'react';
import {
  ATLAS,
  ATLAS_GROUPS,
  type AtlasGroup,
  type AtlasLook,
  type AtlasThing,
  lookAtThing,
  type LookAlikes,
  pairOf,
  PAIRS,
  pairsOfThing,
  thingOf,
  usualLook,
} from '@core/atlas';
import type { DrillScreen } from '@core/drills';
import { isAbeam } from '@core/sounding';
import { verdictText } from '@core/reading';
import { Button, ButtonLink } from '@/ui/Button';
import { CompareArea } from '@/ui/echo/CompareArea';
import { PlateView } from '@/ui/echo/PlateView';
import { INSTRUMENT_NAME } from '@/ui/echo/sounderName';
import { Glossed } from '@/ui/Glossed';
import { PageHeader } from '@/ui/PageHeader';
import { PageLinks } from '@/ui/PageLinks';
import { Prepared } from '@/ui/Prepared';
import { Segmented } from '@/ui/Segmented';
import { useAddress } from '@/ui/useAddress';
import { LookControls } from './LookControls';
import { WhatCouldItBe } from './WhatCouldItBe';

const GROUPS = (Object.keys(ATLAS_GROUPS) as AtlasGroup[]).map((group) => ({
  name: ATLAS_GROUPS[group],
  items: ATLAS.filter((thing) => thing.group === group).map(({ id, name, about, test }) => ({
    ...{ id, name },
    words: `${about} ${test}`,
  })),
}));
const PAIR_GROUPS = [
  { items: PAIRS.map(({ id, name, decides }) => ({ id, name, words: decides })) },
];

const MODES = [
  { value: 'thing', label: 'Look it up' },
  { value: 'seen', label: 'What could this be?' },
  { value: 'pair', label: 'Look-alikes' },
] as const;
type Mode = (typeof MODES)[number]['value'];
const PATHS: Record<Mode, string> = {
  thing: '/handbook/atlas',
  seen: '/handbook/atlas?seen',
  pair: `/handbook/atlas?pair=${PAIRS[0].id}`,
};

interface Asked {
  mode: Mode;
  thing: AtlasThing;
  pair: LookAlikes;
}

const asked = (): Asked => {
  const search = new URLSearchParams(location.search);
  return {
    mode: search.has('seen') ? 'seen' : search.has('pair') ? 'pair' : 'thing',
    thing: thingOf(search.get('of')) ?? ATLAS[0],
    pair: pairOf(search.get('pair')) ?? PAIRS[0],
  };
};

const SETTLED_MS = 250;

/** A look that stands still long enough to be sounded. */
function useSettled(look: AtlasLook): AtlasLook {
  const [settled, setSettled] = useState(look);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(look), SETTLED_MS);
    return () => clearTimeout(timer);
  }, [look]);
  return settled;
}

/** What became of the thing on this picture. */
function verdictOn(screen: DrillScreen, { views }: AtlasThing, isTarget: boolean): string {
  const own = screen.regions.filter(({ targetId }) => targetId.startsWith('it'));
  if (own.length === 0) {
    if (isTarget) return 'Not to be seen here: nothing of it is on the record.';
    return views.includes(screen.info.instrument)
      ? 'It is the picture itself, not a mark on it.'
      : 'This instrument does not show it.';
  }
  const best = own.find(({ verdict }) => verdict !== 'hidden') ?? own[0];
  return best.verdict === 'hidden'
    ? `Not to be seen here: ${verdictText(best)}.`
    : `To be seen: ${verdictText(best)}.`;
}

function Thing({ thing }: { thing: AtlasThing }) {
  const [look, setLook] = useState(() => usualLook(thing.views[0]));
  const [isNamed, setNamed] = useState(false);
  const [verdict, setVerdict] = useState('');
  const settled = useSettled(look);
  const { name, about, test, hangs } = thing;
  const sounded = useMemo(() => lookAtThing(thing, settled), [thing, settled]);
  return (
    <article className="flex min-w-0 flex-col gap-3" aria-label={name}>
      <div className="flex flex-wrap items-center gap-3">
        <h2 className="min-w-0 flex-1 text-2xl">{name}</h2>
        <Button aria-pressed={isNamed} onClick={() => setNamed(!isNamed)}>
          {isNamed ? 'Hide names' : 'Name what is there'}
        </Button>
      </div>
      <p className="max-w-prose leading-relaxed">
        <Glossed text={about} />
      </p>
      <div className="grid gap-4 lg:grid-cols-[minmax(0,1fr)_19rem]">
        <div className="flex min-w-0 flex-col gap-2">
          <div className="h-96">
            <PlateView
              plate={{ ...sounded, caption: '', revealed: isNamed }}
              label={`${name} under the ${INSTRUMENT_NAME[settled.instrument].toLowerCase()}`}
              onScreen={(screen) =>
                setVerdict(verdictOn(screen, thing, sounded.water.scene.targets.length > 0))
              }
            />
          </div>
          <p role="status" className="min-h-6">
            {verdict}
          </p>
        </div>
        <LookControls look={look} hangs={hangs} onChange={setLook} />
      </div>
      <section>
        <h3 className="text-sm font-semibold text-action">How to be sure</h3>
        <p className="max-w-prose leading-relaxed">
          <Glossed text={test} />
        </p>
      </section>
      {pairsOfThing(thing.id).length > 0 && (
        <section>
          <h3 className="text-sm font-semibold text-action">What it is taken for</h3>
          <div className="flex flex-wrap gap-2 pt-1">
            {pairsOfThing(thing.id).map((pair) => (
              <ButtonLink key={pair.id} href={`/handbook/atlas?pair=${pair.id}`}>
                {pair.name}
              </ButtonLink>
            ))}
          </div>
        </section>
      )}
    </article>
  );
}

/** On what is looked at: beside the track it stands to the right of the middle. */
function wipeStart({ instrument, depthM, asideM }: AtlasLook): number {
  if (!isAbeam(instrument)) return 0.5;
  const { rangeM = 1 } = lookAtThing(ATLAS[0], { ...usualLook(instrument), depthM, asideM }).recipe;
  return 0.5 + 0.5 * (Math.hypot(asideM, depthM) / rangeM);
}

function Pair({ pair }: { pair: LookAlikes }) {
  const [look, setLook] = useState(pair.look);
  const [mode, setMode] = useState<'wipe' | 'side'>('wipe');
  const [isNamed, setNamed] = useState(false);
  const settled = useSettled(look);
  const [a, b] = [thingOf(pair.a)!, thingOf(pair.b)!];
  const trials = useMemo(() => [a, b].map((thing) => lookAtThing(thing, settled)), [a, b, settled]);
  const plate = (i: number, { name }: AtlasThing) => (
    <PlateView plate={{ ...trials[i], caption: '', revealed: isNamed }} label={name} />
  );
  return (
    <article className="flex min-w-0 flex-col gap-3" aria-label={pair.name}>
      <div className="flex flex-wrap items-center gap-3">
        <h2 className="min-w-0 flex-1 text-2xl">{pair.name}</h2>
        <Segmented
          label="Held against each other"
          value={mode}
          options={[
            { value: 'wipe', label: 'Wipe' },
            { value: 'side', label: 'Side by side' },
          ]}
          onChange={setMode}
        />
        <Button aria-pressed={isNamed} onClick={() => setNamed(!isNamed)}>
          {isNamed ? 'Hide names' : 'Name what is there'}
        </Button>
      </div>
      <div className="grid gap-4 lg:grid-cols-[minmax(0,1fr)_19rem]">
        <div className="flex min-w-0 flex-col gap-1">
          <div className="h-96">
            <CompareArea
              mode={mode}
              a={plate(0, a)}
              b={plate(1, b)}
              wordsA=""
              wordsB=""
              start={wipeStart(pair.look)}
            />
          </div>
          <p className="flex justify-between gap-4">
            <span>
              <b>Left:</b> {a.name}
            </span>
            <span>
              <b>Right:</b> {b.name}
            </span>
          </p>
        </div>
        <LookControls look={look} hangs={a.hangs || b.hangs} onChange={setLook} />
      </div>
      <section>
        <h3 className="text-sm font-semibold text-action">What decides</h3>
        <p className="max-w-prose leading-relaxed">
          <Glossed text={pair.decides} />
        </p>
      </section>
    </article>
  );
}

function Atlas() {
  const [{ mode, thing, pair }, open] = useAddress(asked);
  const openThing = (id: string) => open(`/handbook/atlas?of=${id}`);
  return (
    <>
      <PageHeader title="Atlas" note="Every picture is sounded as you look at it.">
        <Segmented
          label="Atlas"
          value={mode}
          options={MODES}
          className="[&>button]:whitespace-nowrap"
          onChange={(next) => open(PATHS[next])}
        />
        <ButtonLink href="/handbook">Handbook</ButtonLink>
      </PageHeader>
      {mode === 'seen' ? (
        <WhatCouldItBe onOpen={openThing} />
      ) : (
        <div className="flex flex-col md:flex-row">
          <div className="shrink-0 border-b border-hairline p-4 md:w-60 md:border-r md:border-b-0">
            {mode === 'thing' ? (
              <PageLinks
                key="things"
                label="Things"
                findLabel="Find in the atlas"
                groups={GROUPS}
                current={thing.id}
                hrefOf={(id) => `/handbook/atlas?of=${id}`}
                onOpen={openThing}
              />
            ) : (
              <PageLinks
                key="pairs"
                label="Look-alikes"
                findLabel="Find look-alikes"
                groups={PAIR_GROUPS}
                current={pair.id}
                hrefOf={(id) => `/handbook/atlas?pair=${id}`}
                onOpen={(id) => open(`/handbook/atlas?pair=${id}`)}
              />
            )}
          </div>
          <div className="min-w-0 flex-1 p-4">
            {mode === 'thing' ? (
              <Thing key={thing.id} thing={thing} />
            ) : (
              <Pair key={pair.id} pair={pair} />
            )}
          </div>
        </div>
      )}
    </>
  );
}

export function AtlasPage() {
  return (
    <Prepared>
      <Atlas />
    </Prepared>
  );
}
