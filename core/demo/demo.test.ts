/** The shipped waters and the demo library: whole, sailed where it is wet, and as their words say. */
import { describe, expect, it } from 'vitest';
import { depthAtM } from '../bottom';
import { recipeSchema } from '../drills/recipe';
import { passRunSchema, poseAt, routeLengthM } from '../pass';
import { waterContentSchema, waterToday } from '../waters';
import { BANDS } from '../setup';
import { INSTRUMENTS } from '../sounding';
import { scatterTarget, targetMotions } from '../targets';
import { randomSource } from '../random';
import { SKILL_INSTRUMENTS, type SkillId, skillsFor } from '../drills/skills';
import { DEMO_SCREENS, DEMO_WATERS } from '.';
import { TRAINS } from './trains';

const waters = Object.entries(DEMO_WATERS).map(([id, make]) => ({ id, content: make() }));
const today = new Map(waters.map(({ id, content }) => [id, waterToday(content)]));

describe.each(waters)('$id', ({ id, content }) => {
  const { scene, passes, spots, creek } = content;
  const { bottom, targets } = scene;
  it('is read as a record, and is the same each time', () => {
    expect(waterContentSchema.safeParse(content).error).toBeUndefined();
    expect(DEMO_WATERS[id as keyof typeof DEMO_WATERS]()).toEqual(content);
  });
  it('has things with names of their own, in the water', () => {
    const ids = targets.map((target) => target.id);
    expect(new Set(ids).size).toBe(ids.length);
    for (const target of targets) {
      const depthM = depthAtM(bottom, target.xM, target.yM);
      expect(depthM, target.id).toBeGreaterThan(0);
      if ('depthM' in target && target.kind !== 'rope') {
        expect(target.depthM, target.id).toBeLessThan(depthM + 0.5);
      }
    }
  });
  it('has something to find of most sorts', () => {
    const kinds = new Set(waterToday(content).scene.targets.map(({ kind }) => kind));
    expect(kinds.has('fish')).toBe(true);
    expect(kinds.size).toBeGreaterThanOrEqual(5);
  });
  it('has things that give echoes for cone and fan alike', () => {
    for (const target of targets) {
      for (const frequencyHz of [83_000, 800_000]) {
        const medium = {
          frequencyHz,
          soundSpeedMps: 1466,
          bottomDepthAtM: (xM: number, yM: number) => depthAtM(bottom, xM, yM),
        };
        const points = scatterTarget(target, medium, randomSource(1));
        expect(points.length, target.id).toBeGreaterThan(0);
      }
    }
  });
  it('is sailed only where a boat floats', () => {
    for (const plan of passes) {
      const run = passRunSchema.parse({
        planId: plan.id,
        routeM: plan.routeM,
        speedChanges: [{ fromTimeS: 0, speedMps: 1.5 }],
        holding: plan.holding,
      });
      const lengthM = routeLengthM(plan.routeM);
      const stays = plan.holding.kind !== 'sail';
      for (let timeS = 0; timeS * 1.5 < (stays ? 30 : lengthM); timeS += 2) {
        const { xM, yM } = poseAt(run, timeS);
        expect(depthAtM(bottom, xM, yM), `${plan.id} at ${timeS} s`).toBeGreaterThan(0.7);
      }
    }
  });
  it('has passes with names and speeds of a boat that looks', () => {
    expect(new Set(passes.map((plan) => plan.id)).size).toBe(passes.length);
    for (const { name, speedMps, holding } of passes) {
      expect(name.length).toBeGreaterThan(3);
      if (holding.kind === 'sail') expect(speedMps).toBeGreaterThan(0.5);
      expect(speedMps).toBeLessThan(4);
    }
  });
  it('has known spots in the water, each with a task', () => {
    expect(spots.length).toBeGreaterThan(2);
    for (const spot of spots) {
      expect(depthAtM(bottom, spot.xM, spot.yM), spot.name).toBeGreaterThan(0);
      expect(spot.truth.length, spot.name).toBeGreaterThan(5);
    }
    if (creek) expect(depthAtM(bottom, creek.mouth.x, creek.mouth.y)).toBeGreaterThan(0);
  });
  it('has life that stays in it for a whole lesson', () => {
    const motions = targetMotions(targets);
    for (const [i, motion] of motions.entries()) {
      const target = targets[i];
      if (!motion || !('depthM' in target)) continue;
      for (const timeS of [0, 30, 200, 600]) {
        const { eastM, northM, downM } = motion(timeS);
        expect(Math.hypot(eastM, northM), `${target.id} at ${timeS} s`).toBeLessThan(210);
        expect(target.depthM + downM, target.id).toBeGreaterThan(-0.2);
      }
    }
  });
});

describe.each(DEMO_SCREENS)('$id', (screen) => {
  const water = today.get(screen.waterId)!;
  const plan = water.passes.find(({ id }) => id === screen.passId);
  it('is a recipe over a pass of its water', () => {
    expect(plan, screen.passId).toBeDefined();
    const { id: _id, name: _name, notes: _notes, tags: _tags, ...recipe } = screen;
    expect(recipeSchema.safeParse(recipe).error).toBeUndefined();
    if (screen.bandId) {
      expect(BANDS[screen.instrument].map(({ id }) => id)).toContain(screen.bandId);
    }
  });
  it('ends on the pass', () => {
    const { endAlongM, endS } = screen;
    if (endAlongM !== undefined) {
      expect(endAlongM).toBeGreaterThan(0);
      expect(endAlongM).toBeLessThanOrEqual(routeLengthM(plan!.routeM) + 1);
    } else {
      expect(endS).toBeGreaterThan(5);
    }
  });
  it('has a name and says what to look at', () => {
    expect(screen.name.length).toBeGreaterThan(5);
    expect(screen.notes.length).toBeGreaterThan(20);
    expect(screen.notes).toMatch(/[.?!]$/);
  });
});

describe('the demo library', () => {
  it('names only its own screens where it says what they train', () => {
    const ids = new Set(DEMO_SCREENS.map(({ id }) => id));
    expect(Object.keys(TRAINS).filter((id) => !ids.has(id))).toEqual([]);
  });
  it('has at least six screens for each skill that is trained on one', () => {
    const table = Object.values(TRAINS).flat();
    const fromContents = new Set([
      'archAndSpeed',
      'downFan',
      'sideGeometry',
      'shadows',
      'column',
      'sector',
    ]);
    const told = new Set(['baitAndFish', 'wood', 'rock', 'built', 'empties']);
    for (const [skill, instruments] of Object.entries(SKILL_INSTRUMENTS)) {
      if (instruments.length === 0 || told.has(skill)) continue;
      const count = fromContents.has(skill)
        ? DEMO_SCREENS.filter(({ instrument }) =>
            skillsFor(instrument, [], false).includes(skill as SkillId),
          ).length
        : table.filter((one) => one === skill).length;
      expect(count, skill).toBeGreaterThanOrEqual(6);
    }
  });
  it('has ids and names of their own', () => {
    expect(new Set(DEMO_SCREENS.map(({ id }) => id)).size).toBe(DEMO_SCREENS.length);
    expect(new Set(DEMO_SCREENS.map(({ name }) => name)).size).toBe(DEMO_SCREENS.length);
  });
  it('has screens of every instrument and every water', () => {
    expect(new Set(DEMO_SCREENS.map(({ instrument }) => instrument))).toEqual(new Set(INSTRUMENTS));
    expect(new Set(DEMO_SCREENS.map(({ waterId }) => waterId))).toEqual(
      new Set(Object.keys(DEMO_WATERS)),
    );
  });
});
