/** A water to search: what its chart, its marina and its size promise. */
import { describe, expect, it } from 'vitest';
import { depthAtM } from '../bottom';
import { soundRecipe } from '../drills/soundRecipe';
import { waterToday } from '../waters';
import { wendholm } from '.';
import { SLIP_M } from './marina';

const content = wendholm();
const { bottom, targets } = content.scene;
const deepAt = ({ x, y }: { x: number; y: number }) => depthAtM(bottom, x, y);

/** Over the usual level at its ranges and about the place, two metres to each side. */
const FLASH_DB = 3;
const AROUND_PINGS = 33;

describe('Wendholm Reservoir', () => {
  it('is three by two kilometres in a file that is easily sent', () => {
    expect((bottom.columns - 1) * bottom.cellM).toBe(3000);
    expect((bottom.rows - 1) * bottom.cellM).toBe(2000);
    expect(JSON.stringify(content).length).toBeLessThan(1_500_000);
  });
  it('has nothing on land, and every pass and spot afloat', () => {
    for (const { id, xM, yM } of targets) {
      expect(deepAt({ x: xM, y: yM }), id).toBeGreaterThan(0.3);
    }
    for (const { name, xM, yM } of content.spots) {
      expect(deepAt({ x: xM, y: yM }), name).toBeGreaterThan(1);
    }
    for (const { name, routeM } of content.passes) {
      for (let leg = 1; leg < routeM.length; leg++) {
        for (let share = 0; share <= 1; share += 0.05) {
          const [from, to] = [routeM[leg - 1], routeM[leg]];
          const at = { x: from.x + share * (to.x - from.x), y: from.y + share * (to.y - from.y) };
          expect(deepAt(at), name).toBeGreaterThan(0.9);
        }
      }
    }
  });
  it('hides a ledge on a finer grid that the chart’s own grid does not have', () => {
    const { patches, ...coarse } = bottom;
    expect(patches).toHaveLength(2);
    const fall = (over: typeof bottom) => depthAtM(over, 802, 724.5) - depthAtM(over, 798, 727.5);
    expect(fall(bottom) - fall(coarse)).toBeGreaterThan(1.3);
  });

  it.each([
    ['marina-west', 'starboard'],
    ['marina-east', 'port'],
  ] as const)('lets its slips be counted from %s, by what flashes to %s', (passId, side) => {
    const { info, recording } = soundRecipe(
      {
        waterId: 'wendholm',
        passId,
        instrument: 'sideFans',
        pings: 1250,
        endAlongM: 87,
        rangeM: 20,
      },
      waterToday(content),
    );
    const { levelsCdb, track, pingCount } = recording;
    const stride = levelsCdb.length / pingCount;
    const row = info.channels.findIndex(({ name }) => name === side);
    // Between the fingers' ends and the walkway.
    const [from, to] = [9, 13.5].map((rangeM) => Math.round(rangeM / info.rangeStepM));
    const level = (ping: number, bin: number) =>
      levelsCdb[ping * stride + row * info.binCount + bin] / 100;
    const pings = Array.from({ length: pingCount }, (_, ping) => ping);
    const usual = Array.from({ length: to - from }, (_, i) => {
      const levels = pings.map((ping) => level(ping, from + i)).sort((a, b) => a - b);
      return levels[pingCount >> 1];
    });
    // The sides of a finger flash over their whole length as the beam looks along them.
    const overUsualDb = (ping: number) =>
      usual.reduce((sum, db, i) => sum + level(ping, from + i) - db, 0) / usual.length;
    const over = pings.map(overUsualDb);
    const aroundDb = (ping: number) => {
      const near = over.slice(Math.max(0, ping - AROUND_PINGS), ping + AROUND_PINGS);
      return near.sort((a, b) => a - b)[near.length >> 1];
    };
    const flashesM = pings
      .filter((ping) => over[ping] - aroundDb(ping) > FLASH_DB)
      .map((ping) => track.alongM[ping]);
    // A finger is a metre wide: its two sides flash so far apart, where a stern flashes once.
    const fingersM: number[] = [];
    for (const atM of flashesM) {
      const isNew = fingersM.length === 0 || atM - fingersM.at(-1)! > SLIP_M / 2;
      if (isNew && flashesM.some((m) => m - atM > 0.7 && m - atM < 1.3)) fingersM.push(atM);
    }
    expect(fingersM).toHaveLength(13);
    const apartM = fingersM.slice(1).map((atM, i) => atM - fingersM[i]);
    for (const m of apartM) expect(Math.abs(m - SLIP_M)).toBeLessThan(1.3);
  });
});
