/** Words of the trade in plain ones. */
import type { SkillId } from '../drills/skills';

export interface Term {
  term: string;
  /** Other forms and other words for it, as people write them. */
  also: string[];
  means: string;
  /** Where the handbook has more. */
  skill: SkillId;
}

const term = (name: string, means: string, skill: SkillId, ...also: string[]): Term => ({
  ...{ term: name, means, skill, also },
});

export const GLOSSARY: Term[] = [
  term(
    'absorption',
    'What water swallows of a sound on its way; more at high frequencies and in salt water.',
    'frequency',
  ),
  term(
    'arch',
    'What a still fish draws on the cone as the boat passes: far, near, far.',
    'archAndSpeed',
    'arches',
  ),
  term('axis', 'The middle of a beam, where it is strongest.', 'sizeCues', 'beam axis'),
  term('bait', 'Small fish close together, on which others feed.', 'baitAndFish', 'forage fish'),
  term('beam', 'The part of the water that a transducer hears, as an angle.', 'frequency', 'beams'),
  term('bottom lock', 'The picture hangs on the bottom, which becomes a level line.', 'nearBottom'),
  term(
    'chirp',
    'A ping that sweeps through many frequencies: finer in range than a tone.',
    'frequency',
    'sweep',
    'sweeps',
  ),
  term('cone', 'A round beam that looks down, and the picture it draws.', 'archAndSpeed'),
  term('contrast', 'How much of the weak end is left dark.', 'gain', 'threshold'),
  term('cross-talk', 'Pings of another sounder in our picture.', 'clutter', 'interference'),
  term(
    'dead zone',
    'Over the bottom, what lies so near to it that both come together.',
    'nearBottom',
    'dead zones',
  ),
  term(
    'decibel',
    'A ratio on a scale: 6 is twice the amplitude, 20 ten times.',
    'gain',
    'dB',
    'decibels',
  ),
  term('down fan', 'A beam thin along the track and wide across it that looks down.', 'downFan'),
  term('draft', 'How deep the transducer hangs under the surface.', 'depthScale'),
  term('echo', 'Sound that comes back from something.', 'nowAndHistory', 'echoes'),
  term(
    'evidence',
    'How one knows what caused an echo: simulated, caught, seen, or only believed.',
    'position',
  ),
  term('footprint', 'The piece of bottom that a beam covers.', 'frequency', 'footprints'),
  term('gain', 'By how much all that is heard is made brighter.', 'gain'),
  term(
    'grain',
    'The specks of a cloud or a bottom: many small echoes that add up and cancel.',
    'baitAndFish',
    'grainy',
  ),
  term(
    'ground range',
    'Distance over the ground from the track; the slant range put right by the depth.',
    'sideGeometry',
  ),
  term('lane', 'A straight pass over an area, one of several side by side.', 'chart', 'lanes'),
  term('noise', 'What is heard without any echo: of the water, the boat and the wiring.', 'gain'),
  term('palette', 'The colours that levels are drawn in.', 'gain', 'palettes'),
  term(
    'ping',
    'One sound that is sent, and what comes back of it: one column of the picture.',
    'nowAndHistory',
    'pings',
  ),
  term(
    'pulse',
    'The sound of one ping; longer is louder and coarser.',
    'frequency',
    'pulse length',
  ),
  term('range', 'Distance from the transducer; also how far the picture reaches.', 'rangeAndZoom'),
  term(
    'range cell',
    'The least distance at which two things one behind the other are drawn as two.',
    'baitAndFish',
    'range cells',
    'resolution',
  ),
  term('scroll', 'How fast the picture moves.', 'scroll'),
  term(
    'second bottom',
    'The bottom heard once more, by way of the surface: at twice the depth.',
    'hardness',
  ),
  term(
    'sector',
    'Many narrow beams in one plane: a moving slice of water.',
    'sector',
    'live sector',
  ),
  term('shadow', 'Dark ground behind a thing, where no sound came.', 'shadows', 'shadows'),
  term(
    'side fans',
    'Two beams thin along the track that look to both sides.',
    'sideGeometry',
    'side fan',
  ),
  term(
    'slant range',
    'Distance along the slope of the beam, as the side fans draw it.',
    'sideGeometry',
  ),
  term('source level', 'How loud a ping is, told for a metre from the transducer.', 'frequency'),
  term(
    'swimbladder',
    'A fish’s bag of gas, which returns most of the sound.',
    'sizeCues',
    'swim bladder',
  ),
  term('target strength', 'How much of the sound that meets it a thing returns.', 'sizeCues'),
  term(
    'thermocline',
    'Where warm water ends and cold begins, within a metre or two.',
    'baitAndFish',
    'thermoclines',
  ),
  term(
    'time-varied gain',
    'Gain that grows with range, so that far things are drawn as bright as near ones.',
    'gain',
    'TVG',
  ),
  term(
    'transducer',
    'What makes sound of current and current of sound, under the boat.',
    'distortions',
  ),
  term(
    'water column',
    'The water between surface and bottom; on the side fans the dark middle.',
    'sideGeometry',
    'dark middle',
  ),
];

/** All forms, the longest first: “range cell” before “range”. */
const FORMS = GLOSSARY.flatMap((one) =>
  [one.term, ...one.also].map((form) => ({ form, one })),
).toSorted((a, b) => b.form.length - a.form.length);
const escaped = (text: string) => text.replaceAll(/[.*+?^${}()|[\]\\]/g, '\\$&');
const PATTERN = new RegExp(
  `(?<![\\p{L}-])(${FORMS.map(({ form }) => escaped(form)).join('|')})(?![\\p{L}-])`,
  'giu',
);

export type Piece = { text: string; term: Term | null };

/** A text in pieces; the first mention of each term is one of its own. */
export function glossed(text: string): Piece[] {
  const pieces: Piece[] = [];
  const told = new Set<Term>();
  let from = 0;
  for (const { 0: found, index } of text.matchAll(PATTERN)) {
    const known = FORMS.find(({ form }) => form.toLowerCase() === found.toLowerCase())!.one;
    if (told.has(known)) continue;
    told.add(known);
    if (index > from) pieces.push({ text: text.slice(from, index), term: null });
    pieces.push({ text: found, term: known });
    from = index + found.length;
  }
  if (from < text.length) pieces.push({ text: text.slice(from), term: null });
  return pieces;
}

/** Other words by which what a text speaks of is looked for. */
export const synonymsIn = (text: string): string =>
  glossed(text)
    .flatMap(({ term: known }) => (known ? [known.term, ...known.also] : []))
    .join(' ');
