/** Species: how each stands, one group of it under five instruments, and how often an echo alone tells it. */
import { useState } from 'react';
import {
  PROFILES,
  profileOf,
  type Situation,
  SITUATION_WORDS,
  type SpeciesProfile,
  type Stand,
} from '@core/life';
import type { SpeciesPage as Species, Told } from '@core/teaching/species';
import { format, LENGTH } from '@core/units';
import { useSettings } from '@/storage/settings';
import { ButtonLink } from '@/ui/Button';
import { Check } from '@/ui/Check';
import { PlateView } from '@/ui/echo/PlateView';
import { PageHeader } from '@/ui/PageHeader';
import { Prepared } from '@/ui/Prepared';

const FORM_WORDS: Record<SpeciesProfile['form'], string> = {
  single: 'alone',
  loose: 'a few near one another',
  school: 'a packed school',
  layer: 'spread loose in a layer',
};

type Span = readonly [number, number];

function useLengths() {
  const { units } = useSettings();
  return ([from, to]: Span, decimals = 1) => {
    const { show } = LENGTH[units];
    return `${show(from).toFixed(decimals)}–${format(LENGTH[units], to, decimals)}`;
  };
}

function StandRow({ when, stand }: { when: string; stand: Stand }) {
  const lengths = useLengths();
  const { bottomM, aboveBottomM, underSurfaceM, aboveLayerM, why } = stand;
  const place = aboveBottomM
    ? `${lengths(aboveBottomM)} over the ground`
    : underSurfaceM
      ? `${lengths(underSurfaceM)} under the surface`
      : `${lengths(aboveLayerM!)} above the layer`;
  return (
    <tr className="border-t border-hairline align-top">
      <th scope="row" className="py-1.5 pr-4 text-left font-semibold">
        {when}
      </th>
      <td className="py-1.5 pr-4">{why}</td>
      <td className="figures py-1.5 pr-4 whitespace-nowrap">{place}</td>
      <td className="figures py-1.5 whitespace-nowrap">{lengths(bottomM, 0)}</td>
    </tr>
  );
}

const percent = (share: number) => `${Math.round(100 * share)} %`;

function HowTold({ told }: { told: Told }) {
  const { groups, rightShare, taken } = told;
  const wrong = taken.filter(({ share }) => share >= 0.01).slice(0, 3);
  return (
    <p className="max-w-prose leading-relaxed">
      {groups} groups of the shipped waters, on every day of theirs at noon, dusk and night: a
      careful reader who has nothing but sizes, numbers, spread and heights names{' '}
      {percent(rightShare)} of them rightly.
      {wrong.length > 0 && (
        <>
          {' '}
          Taken for{' '}
          {wrong.map(({ id, share }) => `${profileOf(id).name} ${percent(share)}`).join(', ')}.
        </>
      )}
    </p>
  );
}

function Page({ profile, page }: { profile: SpeciesProfile; page: Species }) {
  const [isOutlined, setOutlined] = useState(false);
  const lengths = useLengths();
  const { name, lengthM, swimbladder, form, number, usual, when = {}, confusion } = profile;
  return (
    <article className="flex min-w-0 flex-1 flex-col gap-4 p-4">
      <h2 className="text-2xl first-letter:uppercase">{name}</h2>
      <p className="max-w-prose leading-relaxed">
        {lengths(lengthM, 2)} long, {swimbladder ? 'with' : 'without'} a swim bladder;{' '}
        {FORM_WORDS[form]}
        {number[1] > 1 && `, ${number[0]} to ${number[1]} fish`}.{' '}
        {page.waters.length > 0
          ? `Lives in ${page.waters.join(' and ')}.`
          : 'It lives in none of the shipped waters; the builder can put it into one of your own.'}
      </p>
      {page.plates.length > 0 && (
        <>
          <div className="flex flex-wrap items-center justify-between gap-3">
            <p className="text-ink-2">{page.where}. One group, five instruments.</p>
            <Check checked={isOutlined} onChange={setOutlined}>
              Outline what can be seen
            </Check>
          </div>
          <div className="grid gap-3 xl:grid-cols-2">
            {page.plates.map((plate) => (
              <div key={plate.recipe.instrument} className="h-64">
                <PlateView plate={{ ...plate, revealed: isOutlined }} label={name} />
              </div>
            ))}
          </div>
        </>
      )}
      <section>
        <h3 className="text-sm font-semibold text-action">Where it stands</h3>
        <div className="overflow-x-auto">
          <table className="text-sm">
            <thead>
              <tr className="text-left text-ink-2">
                <th className="pr-4 font-normal">When</th>
                <th className="pr-4 font-normal">How</th>
                <th className="pr-4 font-normal">Height or depth</th>
                <th className="font-normal">Over water of</th>
              </tr>
            </thead>
            <tbody>
              <StandRow when="Mostly" stand={usual} />
              {Object.entries(when).map(([situation, stand]) => (
                <StandRow
                  key={situation}
                  when={SITUATION_WORDS[situation as Situation]}
                  stand={stand}
                />
              ))}
            </tbody>
          </table>
        </div>
      </section>
      <section>
        <h3 className="text-sm font-semibold text-action">What it is taken for</h3>
        <p className="max-w-prose leading-relaxed">{confusion}</p>
      </section>
      {page.told && (
        <section>
          <h3 className="text-sm font-semibold text-action">How often an echo tells it</h3>
          <HowTold told={page.told} />
        </section>
      )}
    </article>
  );
}

function Atlas({ pages }: { pages: readonly Species[] }) {
  const [asked] = useState(() => new URLSearchParams(location.search).get('of'));
  const profile = PROFILES.find(({ id }) => id === asked) ?? PROFILES[0];
  return (
    <>
      <PageHeader
        title="Species"
        note="Habits are rules that can be checked in the simulation, not a census. An echo seldom names a fish; size, number and place sometimes do."
      >
        <ButtonLink href="/handbook">Handbook</ButtonLink>
      </PageHeader>
      <div className="flex flex-col md:flex-row">
        <nav
          aria-label="Species"
          className="shrink-0 border-b border-hairline p-4 md:w-60 md:border-r md:border-b-0"
        >
          {(['fresh', 'salt'] as const).map((water) => (
            <div key={water} className="mb-3">
              <p className="px-2 text-sm text-ink-2">
                {water === 'fresh' ? 'Fresh water' : 'The sea'}
              </p>
              <ol className="flex flex-wrap gap-0.5 md:flex-col">
                {PROFILES.filter((one) => one.water === water).map(({ id, name }) => (
                  <li key={id}>
                    <a
                      href={`/handbook/species?of=${id}`}
                      aria-current={id === profile.id ? 'page' : undefined}
                      className="block rounded-md px-2 py-1 first-letter:uppercase hover:bg-well aria-[current=page]:bg-ink aria-[current=page]:font-semibold aria-[current=page]:text-card"
                    >
                      {name}
                    </a>
                  </li>
                ))}
              </ol>
            </div>
          ))}
        </nav>
        <Page profile={profile} page={pages.find(({ id }) => id === profile.id)!} />
      </div>
    </>
  );
}

export function SpeciesPage({ pages }: { pages: readonly Species[] }) {
  return (
    <Prepared>
      <Atlas pages={pages} />
    </Prepared>
  );
}
