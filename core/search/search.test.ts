import { describe, expect, it } from 'vitest';
import { wendholm } from '../demo';
import { SEARCH_TASKS } from '../demo/searchTasks';
import { isInside, OUTSIDE } from '../planning';
import { onDay, waterToday } from '../waters';
import {
  boatAt,
  gradeSearch,
  type Leg,
  legLengthM,
  legMinutes,
  recipesOfLeg,
  sailed,
  type SearchLog,
  type SearchMark,
  screenOfLeg,
  plannedResult,
  secondLook,
  soundPlan,
  wantedThings,
} from '.';

const water = wendholm();
const todayOf = (task: (typeof SEARCH_TASKS)[number]) => waterToday(onDay(water, task.day));
const [mouth, road] = SEARCH_TASKS;
const today = todayOf(road);
const things = wantedThings(road, today);
const [culvert, mill] = things;
const markAt = (
  { xM, yM }: { xM: number; yM: number },
  offM: number,
  label: SearchMark['label'] = 'built',
): SearchMark => ({ id: `m${xM + offM}`, xM: xM + offM, yM, label, atMin: 3, leg: 0, spot: null });
const leg = (routeM: Leg['routeM'], change: Partial<Leg> = {}): Leg => ({
  routeM,
  instrument: 'sideFans',
  rangeM: 25,
  speedMps: 1.8,
  ...change,
});
const log = (change: Partial<SearchLog> = {}): SearchLog => ({ legs: [], marks: [], ...change });

describe.each(SEARCH_TASKS)('$id', (task) => {
  const found = wantedThings(task, todayOf(task));
  it('asks for several things that lie in its area, and begins near it', () => {
    expect(found.length).toBeGreaterThanOrEqual(3);
    for (const { xM, yM } of found) expect(isInside(task.areaM, xM, yM)).toBe(true);
    const nearest = Math.min(
      ...task.areaM.map(({ x, y }) => Math.hypot(x - task.startM.x, y - task.startM.y)),
    );
    expect(nearest).toBeLessThan(350);
  });
  it('can be searched by a planner in its minutes, though not all of it at once', () => {
    const legs = soundPlan(task, todayOf(task));
    let from = task.startM;
    let minutes = 0;
    for (const one of legs) {
      minutes += legMinutes(one, from);
      from = one.routeM.at(-1)!;
    }
    expect(legs.length).toBeGreaterThan(1);
    expect(minutes).toBeLessThanOrEqual(task.minutes);
  });
});

describe('what a leg costs', () => {
  it('is the way to it, half a minute, and its length at its speed', () => {
    const one = leg([
      { x: 0, y: 0 },
      { x: 0, y: 108 },
    ]);
    expect(legLengthM(one)).toBe(108);
    // 180 m at 3 m/s, half a minute, 108 m at 1.8 m/s: one, a half, one.
    expect(legMinutes(one, { x: 180, y: 0 })).toBeCloseTo(2.5, 9);
    expect(boatAt(road, log())).toEqual(road.startM);
  });
  it('is sounded in parts that follow one another without a gap', () => {
    const one = leg([
      { x: 0, y: 0 },
      { x: 700, y: 0 },
    ]);
    const parts = recipesOfLeg(road, one, 'open');
    expect(parts.length).toBeGreaterThan(2);
    let ping = 0;
    for (const { endS, pings } of parts) {
      ping += pings;
      expect(Math.round(endS! * 8)).toBe(ping);
    }
    expect(ping / 8).toBeCloseTo(700 / 1.8, 0);
  });
});

describe('a leg past the mill', () => {
  const past = leg([
    { x: 1700, y: 660 },
    { x: 1800, y: 660 },
  ]);
  const screen = screenOfLeg(road, past, water);
  const done = sailed(road, log(), past, screen);
  it('is one picture from its first ping to its last, the same each time', () => {
    expect(screen.track.xM[0]).toBeCloseTo(1700, 0);
    expect(screen.track.xM.at(-1)).toBeGreaterThan(1795);
    expect(screen.track.timeS).toHaveLength(screen.pingCount);
    const again = screenOfLeg(road, past, water);
    expect(again.levelsCdb).toEqual(screen.levelsCdb);
  });
  it('keeps what was on it, and the grade tells seen from unreached', () => {
    const seen = done.sightings.filter(({ visible }) => visible).map(({ targetId }) => targetId);
    expect(mill.memberIds.some((id) => seen.includes(id))).toBe(true);
    const grade = gradeSearch(road, today, log({ legs: [done] }));
    const stateOf = (id: string) => grade.things.find((thing) => thing.id === id)!.state;
    expect([stateOf(mill.id), stateOf(culvert.id)]).toEqual(['unmarked', 'unreached']);
    expect(grade.found).toBe(0);
    expect(grade.seenShare).toBeGreaterThan(0.05);
    expect(gradeSearch(road, today, log({ legs: [done] }))).toEqual(grade);
  });
  it('a second time brings no new ground', () => {
    const again = sailed(road, log({ legs: [done] }), past, screen);
    const { minutes, steps, coverage } = gradeSearch(road, today, log({ legs: [done, again] }));
    expect(again.startMin).toBeCloseTo(done.minutes, 9);
    expect(minutes.again).toBeGreaterThan(0.9 * again.minutes);
    expect(steps[1].share).toBeCloseTo(steps[0].share, 9);
    expect(Math.max(...coverage!.seen.filter((times) => times < OUTSIDE))).toBe(2);
    const looked = gradeSearch(road, today, log({ legs: [done, { ...again, isVerifying: true }] }));
    expect(looked.minutes.verifying).toBeCloseTo(again.minutes, 9);
  });
});

describe('what is planned', () => {
  it('a second look runs past the mark on the course from the boat, well within its range', () => {
    const look = secondLook({ xM: 1000, yM: 500 }, { x: 1000, y: 300 });
    // Northward, leaving the mark nine metres to starboard.
    expect(look.routeM).toEqual([
      { x: 991, y: 478 },
      { x: 991, y: 522 },
    ]);
    expect(look.rangeM).toBeGreaterThan(9);
  });
  it('a planner’s legs count what they showed, hidden or not reached left out', () => {
    const showing = (id: string, visible: boolean): SearchLog['legs'] => [
      {
        ...leg([
          { x: 1500, y: 600 },
          { x: 1600, y: 600 },
        ]),
        isVerifying: false,
        startMin: 0,
        minutes: 4,
        sightings: [{ targetId: id, visible }],
      },
    ];
    expect(plannedResult(road, today, showing(mill.id, true))).toMatchObject({
      shown: 1,
      minutes: 4,
    });
    expect(plannedResult(road, today, showing(mill.id, false)).shown).toBe(0);
  });
});

describe('marks', () => {
  const graded = (...marks: SearchMark[]) => gradeSearch(road, today, log({ marks }));
  it('are right near the thing and by its name, and told how far off', () => {
    const grade = graded(markAt(culvert, 10.5), markAt(mill, -12));
    expect(grade.found).toBe(2);
    expect(grade.wrong).toEqual([]);
    expect(grade.medianOffM).toBeCloseTo(5.5, 9);
    // Two right of two claims, four things: F1 = 2·2 / (2 + 4).
    expect(grade.score).toBe(67);
  });
  it('called something else are no finds, and far from everything are made up', () => {
    const misnamed = graded(markAt(mill, 0, 'wood'));
    expect(misnamed.things.find(({ id }) => id === mill.id)!.state).toBe('misnamed');
    const made = graded(markAt({ xM: 1700, yM: 700 }, 0));
    expect([made.found, made.wrong.length, made.score]).toEqual([0, 1, 0]);
  });
  it('doubled on one thing count once, and against nobody', () => {
    const grade = graded(markAt(culvert, 2), markAt(culvert, -3));
    expect([grade.found, grade.wrong.length]).toEqual([1, 0]);
  });
  it('on every thing give a hundred', () => {
    const every = wantedThings(mouth, todayOf(mouth));
    const grade = gradeSearch(
      mouth,
      todayOf(mouth),
      log({ marks: every.map((thing) => markAt(thing, 1, thing.label)) }),
    );
    expect([grade.score, grade.found]).toEqual([100, every.length]);
  });
});
