/** Learns the reader of marks (core/drills/markReader.ts) from screens whose truth is known, and says how well it reads. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { inverse, Matrix } from 'ml-matrix';
import { DEMO_SCREENS, DEMO_WATERS } from '../../core/demo';
import {
  type DrillScreen,
  type Recipe,
  screenOfRecipe,
  seenOn,
  USUAL_PINGS,
} from '../../core/drills';
import { measuresOfMark } from '../../core/drills/markMeasures';
import { routeLengthM } from '../../core/pass';
import { randomSource } from '../../core/random';
import { BANDS, USUAL_PINGS_HZ } from '../../core/setup';
import { ENGINE_VERSION, INSTRUMENTS, type Instrument } from '../../core/sounding';

/** Beside the demo library, so many stretches of all passes on an instrument. */
const STRETCHES = 200;
/** A name is learned from so many marks at least. */
const LEAST = 8;
/** Each fifth mark is left out of learning and read, to say how well it is done. */
const HELD_OUT = 5;
/** What keeps the covariance from being singular, as a share of its diagonal. */
const RIDGE = 0.02;

const SEED = 71;

interface Mark {
  label: string;
  measures: number[];
}

const waters = Object.entries(DEMO_WATERS).map(([id, make]) => ({ id, content: make() }));

function* recipes(): Generator<{ recipe: Recipe; waterId: string }> {
  for (const { id: _id, name: _name, notes: _notes, tags: _tags, ...recipe } of DEMO_SCREENS) {
    if (!recipe.faults?.length) yield { recipe, waterId: recipe.waterId };
  }
  const random = randomSource(SEED);
  for (const instrument of INSTRUMENTS) {
    for (let i = 0; i < STRETCHES; i++) {
      const { id, content } = waters[random.index(waters.length)];
      const fit = content.passes.filter(({ holding }) =>
        instrument === 'column'
          ? holding.kind === 'hole' || holding.kind === 'anchor'
          : instrument === 'sector' || holding.kind === 'sail',
      );
      if (fit.length === 0) continue;
      const plan = fit[random.index(fit.length)];
      const bands = BANDS[instrument];
      const speedMps = random.between(0.9, 2.1);
      const neededM = (USUAL_PINGS[instrument] / USUAL_PINGS_HZ[instrument]) * speedMps;
      const lengthM = routeLengthM(plan.routeM);
      const where =
        plan.holding.kind === 'sail'
          ? { speedMps, endAlongM: random.between(Math.min(neededM, 0.9 * lengthM), lengthM) }
          : { endS: random.between(25, 400) };
      yield {
        waterId: id,
        recipe: {
          ...{ waterId: id, passId: plan.id, instrument, pings: USUAL_PINGS[instrument] },
          ...where,
          bandId: bands[random.index(bands.length)].id,
          ...(instrument === 'sideFans' ? { rangeM: random.between(15, 45) } : {}),
        },
      };
    }
  }
}

const marks: Partial<Record<Instrument, Mark[]>> = {};
for (const { recipe, waterId } of recipes()) {
  const { content } = waters.find(({ id }) => id === waterId)!;
  const screen: DrillScreen = screenOfRecipe(recipe, waterId, content);
  for (const region of seenOn(screen)) {
    const measures = measuresOfMark(screen, region);
    if (measures) (marks[recipe.instrument] ??= []).push({ label: region.label, measures });
  }
}

function discriminants(learnFrom: Mark[]) {
  const labels = [...new Set(learnFrom.map(({ label }) => label))].filter(
    (label) => learnFrom.filter((mark) => mark.label === label).length >= LEAST,
  );
  const of = (label: string) =>
    new Matrix(learnFrom.filter((mark) => mark.label === label).map(({ measures }) => measures));
  const groups = labels.map((label) => {
    const rows = of(label);
    return { label, rows, middle: rows.mean('column') };
  });
  const size = learnFrom[0].measures.length;
  const scatter = Matrix.zeros(size, size);
  let degrees = 0;
  for (const { rows, middle } of groups) {
    const off = rows.clone().subRowVector(middle);
    // Each name counts alike, however many marks there are of it.
    scatter.add(off.transpose().mmul(off).div(rows.rows).mul(100));
    degrees += 100;
  }
  const covariance = scatter.div(Math.max(1, degrees));
  for (let i = 0; i < size; i++) covariance.set(i, i, (1 + RIDGE) * covariance.get(i, i) + 1e-6);
  const precision = inverse(covariance);
  return Object.fromEntries(
    groups.map(({ label, rows, middle }) => {
      const weights = precision.mmul(Matrix.columnVector(middle)).getColumn(0);
      const bias = -0.5 * weights.reduce((sum, weight, i) => sum + weight * middle[i], 0);
      const short = (value: number) => Number(value.toPrecision(5));
      return [label, { count: rows.rows, bias: short(bias), weights: weights.map(short) }];
    }),
  );
}

const instruments: Record<string, ReturnType<typeof discriminants>> = {};
for (const instrument of INSTRUMENTS) {
  const all = marks[instrument] ?? [];
  if (all.length === 0) continue;
  const learnt = discriminants(all.filter((_, i) => i % HELD_OUT !== 0));
  const names = Object.keys(learnt);
  const held = all.filter((mark, i) => i % HELD_OUT === 0 && names.includes(mark.label));
  const scored = held.map(({ label, measures }) => {
    const best = names.toSorted((a, b) => score(b) - score(a))[0];
    function score(name: string) {
      const { bias, weights } = learnt[name];
      return weights.reduce((sum, weight, i) => sum + weight * measures[i], bias);
    }
    return { label, best };
  });
  const right = scored.filter(({ label, best }) => label === best).length;
  console.log(
    `${instrument}: ${all.length} marks, ${right} of ${held.length} held out read rightly`,
  );
  for (const name of names) {
    const own = scored.filter(({ label }) => label === name);
    const wrong = own.filter(({ best }) => best !== name).map(({ best }) => best);
    console.log(`  ${name} ${own.length - wrong.length} of ${own.length}, else ${wrong.join(' ')}`);
  }
  instruments[instrument] = discriminants(all);
}
writeFileSync(
  join(process.cwd(), 'core/drills/markReader.json'),
  `${JSON.stringify({ engine: ENGINE_VERSION, instruments }, null, 2)}\n`,
);
