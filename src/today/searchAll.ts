/** Everything in the workspace and the handbook that can be opened, by its words. Loaded as the search is used. */
import { ATLAS } from '@core/atlas';
import { SKILL_IDS, SKILLS } from '@core/drills';
import { LABEL_NAMES } from '@core/reading';
import { CARDS } from '@core/reckoner';
import { GLOSSARY, HANDBOOK } from '@core/teaching';
import { listClasses } from '@/storage/classes';
import { listDrills } from '@/storage/drills';
import { listLessons } from '@/storage/lessons';
import { listScreens } from '@/storage/screens';
import { listWaters } from '@/storage/waters';

export interface Findable {
  what: string;
  name: string;
  href: string;
  words: string;
}

/** @param isTold whether one may find screens by what is on them */
export async function everything(isTold: boolean): Promise<Findable[]> {
  const [waters, screens, lessons, drills, classes] = await Promise.all([
    listWaters(),
    listScreens(),
    listLessons(),
    listDrills(),
    isTold ? listClasses() : [],
  ]);
  return [
    ...waters.waters.map(({ id, content }) => ({
      ...{ what: 'water', name: content.name, href: `/waters/chart?water=${id}` },
      words: content.description,
    })),
    ...[...lessons.own, ...lessons.shipped].map(({ id, name, summary }) => ({
      ...{ what: 'lesson', name, href: `/lessons/lesson?id=${id}`, words: summary },
    })),
    ...SKILL_IDS.map((id) => ({
      ...{ what: 'handbook', name: SKILLS[id], href: `/handbook?page=${id}` },
      words: `${HANDBOOK[id].look} ${HANDBOOK[id].taken} ${HANDBOOK[id].decides}`,
    })),
    ...ATLAS.map(({ id, name, about }) => ({
      ...{ what: 'atlas', name, href: `/handbook/atlas?of=${id}`, words: about },
    })),
    ...CARDS.map(({ id, name, words }) => ({
      ...{ what: 'reckoner', name, href: `/reckoner?card=${id}`, words },
    })),
    ...GLOSSARY.map(({ term, also, means, skill }) => ({
      ...{ what: 'word', name: term, href: `/handbook?page=${skill}` },
      words: `${also.join(' ')} ${means}`,
    })),
    ...drills.map(({ id, name }) => ({
      ...{ what: 'drill', name, href: isTold ? `/drills/compose?id=${id}` : `/drills#${id}` },
      words: '',
    })),
    ...classes.map(({ id, name }) => ({
      ...{ what: 'class', name, href: `/class?id=${id}`, words: '' },
    })),
    ...screens.screens.map((screen) => ({
      ...{ what: 'screen', name: screen.name, href: `/library/screen?id=${screen.id}` },
      words: [
        ...[screen.waterName, screen.passName, ...screen.tags],
        ...(isTold
          ? [...screen.things, ...(screen.contents ?? []).map((label) => LABEL_NAMES[label])]
          : []),
      ].join(' '),
    })),
  ];
}

const plain = (text: string) => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
const MOST = 12;

/** What holds every word, first where its name does. */
export function findIn(all: readonly Findable[], text: string): Findable[] {
  const words = plain(text).split(/\s+/).filter(Boolean);
  if (words.length === 0) return [];
  const rank = ({ name }: Findable) => {
    const own = plain(name);
    if (own.startsWith(words[0])) return 0;
    return words.every((word) => own.includes(word)) ? 1 : 2;
  };
  return all
    .filter(({ name, what, words: more }) => {
      const held = plain(`${name} ${what} ${more}`);
      return words.every((word) => held.includes(word));
    })
    .toSorted((a, b) => rank(a) - rank(b))
    .slice(0, MOST);
}
