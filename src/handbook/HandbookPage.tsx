/** The handbook: a page a skill, with plates sounded live. */
import { Fish, Printer, Sprout } from '@/ui/icons';
import { useEffect, useState } from 'react';
import { SKILL_IDS, type SkillId, SKILLS } from '@core/drills';
import { HANDBOOK, lessonOf } from '@core/teaching';
import { usePrinting } from '@/paper/usePrinting';
import { ButtonLink } from '@/ui/Button';
import { PlateView } from '@/ui/echo/PlateView';
import { Menu } from '@/ui/Menu';
import { PageHeader } from '@/ui/PageHeader';
import { Prepared } from '@/ui/Prepared';
import { TextField } from '@/ui/TextField';

const isSkill = (id: string | null): id is SkillId => SKILL_IDS.some((skill) => skill === id);

const pageAt = (): SkillId => {
  const asked = new URLSearchParams(location.search).get('page');
  return isSkill(asked) ? asked : SKILL_IDS[0];
};

const wordsOf = (id: SkillId) => {
  const { look, taken, decides, sum, note } = HANDBOOK[id];
  return [SKILLS[id], look, taken, decides, sum ?? '', note ?? ''].join(' ').toLowerCase();
};

function Part({ title, text }: { title: string; text: string }) {
  return (
    <div>
      <h3 className="text-sm font-semibold text-action">{title}</h3>
      <p className="max-w-prose leading-relaxed">{text}</p>
    </div>
  );
}

function Page({ id }: { id: SkillId }) {
  const { look, taken, decides, sum, note, plates } = HANDBOOK[id];
  const lesson = lessonOf(id);
  return (
    <article className="flex min-w-0 flex-1 flex-col gap-4 p-4">
      <div className="flex flex-wrap items-center gap-3">
        <h2 className="flex-1 text-2xl">{SKILLS[id]}</h2>
        {lesson && (
          <ButtonLink href={`/lessons/lesson?id=${lesson.id}`}>
            <Sprout size={16} aria-hidden="true" /> {lesson.name}, {lesson.minutes} minutes
          </ButtonLink>
        )}
      </div>
      <div className="grid gap-3 xl:grid-cols-2">
        {plates.map((plate) => (
          <div key={plate.caption} className="h-64">
            <PlateView plate={plate} label={SKILLS[id]} />
          </div>
        ))}
      </div>
      <div className="grid gap-x-6 gap-y-3 xl:grid-cols-2">
        <Part title="What to look for" text={look} />
        <Part title="What it is taken for" text={taken} />
        <Part title="What decides" text={decides} />
        {sum && <Part title="The sum" text={sum} />}
        {note && <Part title="Mind" text={note} />}
      </div>
    </article>
  );
}

function Handbook() {
  const { print } = usePrinting();
  const [id, setId] = useState<SkillId>(pageAt);
  const [words, setWords] = useState('');
  useEffect(() => {
    const onPop = () => setId(pageAt());
    window.addEventListener('popstate', onPop);
    return () => window.removeEventListener('popstate', onPop);
  }, []);
  const open = (next: SkillId) => {
    history.pushState(null, '', `/handbook?page=${next}`);
    setId(next);
    document.getElementById('main')?.scrollTo(0, 0);
  };
  const wanted = words.trim().toLowerCase();
  const listed = SKILL_IDS.filter((skill) => wanted === '' || wordsOf(skill).includes(wanted));
  return (
    <>
      <PageHeader title="Handbook" note="Every picture is sounded as you look at it.">
        <Menu
          label="Print"
          items={[
            {
              label: `This page, PDF`,
              run: () =>
                void print(SKILLS[id], (paper, printing) => paper.readingPlates([id], printing)),
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
      </PageHeader>
      <div className="flex flex-col md:flex-row">
        <nav
          aria-label="Pages"
          className="flex shrink-0 flex-col gap-2 border-b border-hairline p-4 md:w-60 md:border-r md:border-b-0"
        >
          <TextField label="Find in the handbook" value={words} max={60} onChange={setWords} />
          <ol className="flex flex-wrap gap-0.5 md:flex-col">
            {listed.map((skill) => (
              <li key={skill}>
                <a
                  href={`/handbook?page=${skill}`}
                  aria-current={skill === id ? 'page' : undefined}
                  onClick={(event) => {
                    if (event.ctrlKey || event.metaKey || event.shiftKey) return;
                    event.preventDefault();
                    open(skill);
                  }}
                  className="block rounded-md px-2 py-1 hover:bg-well aria-[current=page]:bg-ink aria-[current=page]:font-semibold aria-[current=page]:text-card"
                >
                  {SKILLS[skill]}
                </a>
              </li>
            ))}
            {listed.length === 0 && <li className="text-ink-2">Nothing about “{words}”.</li>}
          </ol>
        </nav>
        <Page key={id} id={id} />
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
