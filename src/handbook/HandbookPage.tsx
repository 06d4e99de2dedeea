/** The handbook: a page a skill, with plates sounded live. */
import { ArrowLeft, ArrowRight, Fish, Printer, Sprout, Waves } from '@/ui/icons';
import { useState } from 'react';
import { lookAtThing, pairsOfSkill, thingOf } from '@core/atlas';
import { SKILL_IDS, type SkillId, SKILLS } from '@core/drills';
import { cardsOfSkill } from '@core/reckoner';
import { GLOSSARY, HANDBOOK, lessonOf, synonymsIn } from '@core/teaching';
import { usePrinting } from '@/paper/usePrinting';
import { ButtonLink } from '@/ui/Button';
import { Check } from '@/ui/Check';
import { CompareArea } from '@/ui/echo/CompareArea';
import { PlateView } from '@/ui/echo/PlateView';
import { Glossed } from '@/ui/Glossed';
import { Menu } from '@/ui/Menu';
import { PageHeader } from '@/ui/PageHeader';
import { PageLinks } from '@/ui/PageLinks';
import { Prepared } from '@/ui/Prepared';
import { CardSketch } from '@/ui/reckoner/CardSketch';
import { useAddress } from '@/ui/useAddress';
import { AtlasPlate } from './AtlasPlate';
import { ThreeQuestions } from './ThreeQuestions';

/** Beside the pages of skills. */
const GLOSSARY_PAGE = 'glossary';
type PageId = SkillId | typeof GLOSSARY_PAGE;
const PAGE_IDS: readonly PageId[] = [...SKILL_IDS, GLOSSARY_PAGE];
const nameOf = (id: PageId) => (id === GLOSSARY_PAGE ? 'Words and what they mean' : SKILLS[id]);

const pageAt = (): PageId => {
  const asked = new URLSearchParams(location.search).get('page');
  return PAGE_IDS.find((id) => id === asked) ?? SKILL_IDS[0];
};
const hrefOf = (id: string) => `/handbook?page=${id}`;

const wordsOf = (id: PageId): string => {
  if (id === GLOSSARY_PAGE) return GLOSSARY.flatMap((one) => [one.term, ...one.also]).join(' ');
  const { is, look, taken, decides, sum, set, note, seen, plates } = HANDBOOK[id];
  const said = [is, look, taken, decides, sum ?? '', set, note ?? ''].join(' ');
  const shown = [...seen.map(({ thing }) => thing.name), ...plates.map(({ caption }) => caption)];
  const sums = cardsOfSkill(id).map(({ name, words }) => `${name} ${words}`);
  return [said, synonymsIn(said), ...shown, ...sums].join(' ');
};

const GROUPS = [{ items: PAGE_IDS.map((id) => ({ id, name: nameOf(id), words: wordsOf(id) })) }];

function Part({ title, text }: { title: string; text: string }) {
  return (
    <div>
      <h3 className="text-sm font-semibold text-action">{title}</h3>
      <p className="max-w-prose leading-relaxed">
        <Glossed text={text} />
      </p>
    </div>
  );
}

/** Two to a row; where one would be left over the first has a row to itself. */
const placeOf = (i: number, count: number) =>
  `h-64 ${i === 0 && count % 2 === 1 ? 'xl:col-span-2' : ''}`;

function Plates({ id }: { id: SkillId }) {
  const [isOutlined, setOutlined] = useState(false);
  const { plates, seen } = HANDBOOK[id];
  const count = plates.length + seen.length;
  return (
    <section aria-label="Plates" className="flex flex-col gap-2">
      <Check checked={isOutlined} onChange={setOutlined}>
        Outline what can be seen, with what tells it
      </Check>
      <div className="grid gap-3 xl:grid-cols-2">
        {seen.map((plate, i) => (
          <div key={plate.caption} className={placeOf(i, count)}>
            <AtlasPlate plate={plate} isOutlined={isOutlined} />
          </div>
        ))}
        {plates.map((plate, i) => (
          <div key={plate.caption} className={placeOf(seen.length + i, count)}>
            <PlateView
              plate={{ ...plate, revealed: plate.revealed || isOutlined }}
              label={SKILLS[id]}
            />
          </div>
        ))}
      </div>
    </section>
  );
}

function LookAlikes({ id }: { id: SkillId }) {
  const [isNamed, setNamed] = useState(false);
  const [pair, ...others] = pairsOfSkill(id);
  if (!pair) return null;
  const [a, b] = [thingOf(pair.a)!, thingOf(pair.b)!];
  const plate = (thing: typeof a) => (
    <PlateView
      plate={{ ...lookAtThing(thing, pair.look), caption: '', revealed: isNamed }}
      label={thing.name}
    />
  );
  return (
    <section aria-label="Look-alikes" className="flex flex-col gap-2">
      <div className="flex flex-wrap items-center gap-3">
        <h3 className="min-w-0 flex-1 text-sm font-semibold text-action">
          Under the same settings: {pair.name.toLowerCase()}
        </h3>
        <Check checked={isNamed} onChange={setNamed}>
          Outline both
        </Check>
        {[pair, ...others].map((one) => (
          <a key={one.id} className="text-action underline" href={`/handbook/atlas?pair=${one.id}`}>
            {one.name}
          </a>
        ))}
      </div>
      <div className="h-72">
        <CompareArea mode="side" a={plate(a)} b={plate(b)} wordsA={a.name} wordsB={b.name} />
      </div>
      <p className="max-w-prose leading-relaxed">
        <Glossed text={pair.decides} />
      </p>
    </section>
  );
}

function Page({ id }: { id: SkillId }) {
  const { is, look, taken, decides, sum, set, note } = HANDBOOK[id];
  const lesson = lessonOf(id);
  const card = cardsOfSkill(id).find((one) => one.id !== 'howFar' && one.id !== 'spotTime');
  return (
    <>
      <div className="flex flex-wrap items-center gap-3">
        <h2 className="flex-1 text-2xl">{SKILLS[id]}</h2>
        {lesson && (
          <ButtonLink href={`/lessons/lesson?id=${lesson.id}`}>
            <Sprout size={16} aria-hidden="true" /> {lesson.name}, {lesson.minutes} minutes
          </ButtonLink>
        )}
      </div>
      <div className={`grid gap-x-6 gap-y-3 ${card ? 'xl:grid-cols-2' : ''}`}>
        <div className={`flex flex-col gap-3 ${card ? '' : 'xl:grid xl:grid-cols-2 xl:gap-x-6'}`}>
          <Part title="What it is" text={is} />
          <Part title="What to look for" text={look} />
          <Part title="What it is taken for" text={taken} />
          <Part title="What decides" text={decides} />
        </div>
        {card && <CardSketch card={card} />}
      </div>
      <Plates id={id} />
      <LookAlikes id={id} />
      <div className="grid gap-x-6 gap-y-3 xl:grid-cols-2">
        {sum && <Part title="The sum" text={sum} />}
        <Part title="What to set" text={set} />
        {note && <Part title="Mind" text={note} />}
      </div>
      <ThreeQuestions skill={id} />
    </>
  );
}

function Glossary() {
  return (
    <>
      <h2 className="text-2xl">{nameOf(GLOSSARY_PAGE)}</h2>
      <dl className="grid gap-x-8 gap-y-2 xl:grid-cols-2">
        {GLOSSARY.map(({ term, also, means, skill }) => (
          <div key={term}>
            <dt className="font-semibold">
              <a className="underline" href={hrefOf(skill)}>
                {term}
              </a>
              {also.length > 0 && (
                <span className="font-normal text-ink-2">, {also.join(', ')}</span>
              )}
            </dt>
            <dd className="max-w-prose">{means}</dd>
          </div>
        ))}
      </dl>
    </>
  );
}

function Turn({ id, onOpen }: { id: PageId; onOpen: (id: PageId) => void }) {
  const at = PAGE_IDS.indexOf(id);
  const link = (to: PageId | undefined, isNext: boolean) =>
    to && (
      <a
        href={hrefOf(to)}
        rel={isNext ? 'next' : 'prev'}
        className="flex items-center gap-2 text-action underline"
        onClick={(event) => {
          if (event.ctrlKey || event.metaKey || event.shiftKey) return;
          event.preventDefault();
          onOpen(to);
        }}
      >
        {!isNext && <ArrowLeft size={16} aria-hidden="true" />}
        {nameOf(to)}
        {isNext && <ArrowRight size={16} aria-hidden="true" />}
      </a>
    );
  return (
    <nav
      aria-label="Before and after"
      className="flex justify-between gap-4 border-t border-hairline pt-3"
    >
      <span>{link(PAGE_IDS[at - 1], false)}</span>
      <span>{link(PAGE_IDS[at + 1], true)}</span>
    </nav>
  );
}

function Handbook() {
  const { print } = usePrinting();
  const [id, openPath] = useAddress(pageAt);
  const open = (next: string) => openPath(hrefOf(next));
  return (
    <>
      <PageHeader title="Handbook" note="Every picture is sounded as you look at it.">
        <Menu
          label="Print"
          items={[
            {
              label: id === GLOSSARY_PAGE ? 'The words, PDF' : 'This page, PDF',
              run: () =>
                void print(nameOf(id), (paper, printing) =>
                  id === GLOSSARY_PAGE ? paper.glossary() : paper.readingPlates([id], printing),
                ),
            },
            {
              label: 'All pages, PDF',
              run: () =>
                void print('Handbook', (paper, printing) =>
                  paper.readingPlates(SKILL_IDS, printing),
                ),
            },
            {
              label: 'The arithmetic on one card, PDF',
              run: () => void print('Arithmetic', (paper) => paper.arithmeticCard()),
            },
          ]}
        >
          <Printer size={18} aria-hidden="true" />
        </Menu>
        <ButtonLink href="/handbook/species">
          <Fish size={16} aria-hidden="true" /> Species
        </ButtonLink>
        <ButtonLink href="/handbook/atlas">
          <Waves size={16} aria-hidden="true" /> Atlas
        </ButtonLink>
      </PageHeader>
      <div className="flex flex-col md:flex-row">
        <div className="shrink-0 border-b border-hairline p-4 md:w-60 md:border-r md:border-b-0">
          <PageLinks
            label="Pages"
            findLabel="Find in the handbook"
            groups={GROUPS}
            current={id}
            hrefOf={hrefOf}
            onOpen={open}
          />
        </div>
        <article key={id} className="flex min-w-0 flex-1 flex-col gap-4 p-4">
          {id === GLOSSARY_PAGE ? <Glossary /> : <Page id={id} />}
          <Turn id={id} onOpen={open} />
        </article>
      </div>
    </>
  );
}

export function HandbookPage() {
  return (
    <Prepared>
      <Handbook />
    </Prepared>
  );
}
