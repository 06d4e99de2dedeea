import { describe, expect, it } from 'vitest';
import { feedBlock, feedHelloSchema, NO_READINGS, withSentence, namedWater } from '@core/formats';
import { createSoundingRun, coneFromPreset, soundRig } from '@core/sounding';
import { chartGrid, deepestM } from '@core/chart';
import { passRunSchema } from '@core/pass';
import { boatMotion } from '@core/water';
import { askFeed, type FeedEvent, feedEvents } from '../../tests/fixtures/feedEvents';

const all = async (query: string) => {
  const events: FeedEvent[] = [];
  for await (const event of feedEvents(query)) events.push(event);
  return events;
};
const ofKind = (events: FeedEvent[], kind: string) =>
  events.filter(({ event }) => event === kind).map(({ data }) => data);

describe('the feed', () => {
  it('greets, pings at its pace with a sentence a second, and says how many it sent', async () => {
    const events = await all('seconds=2&pace=50');
    expect(events[0].event).toBe('hello');
    const { info, water } = feedHelloSchema.parse(JSON.parse(events[0].data));
    expect(water).toBe('Hollin Reservoir');
    const pings = ofKind(events, 'ping');
    expect(pings).toHaveLength(Math.ceil(2 * info.pingRateHz));
    expect(events.at(-1)).toEqual({
      event: 'end',
      data: JSON.stringify({ pings: pings.length }),
    });
    const sentences = ofKind(events, 'nmea');
    expect(sentences.every((sentence) => /^\$.*\*[0-9A-F]{2}$/.test(sentence))).toBe(true);
    const kinds = new Set(sentences.map((sentence) => sentence.slice(3, 6)));
    expect(sentences).toHaveLength(2 * kinds.size);
  });

  it('sends what the engine sounds, from where on the pass it is asked to begin', async () => {
    const events = await all('water=tarvo-sound&sounder=83&startS=20&seconds=1&pace=50');
    const { info } = feedHelloSchema.parse(JSON.parse(events[0].data));
    let boat = NO_READINGS;
    for (const sentence of ofKind(events, 'nmea')) boat = withSentence(boat, sentence);
    const block = feedBlock(JSON.parse(ofKind(events, 'ping')[0]), info, boat, null)!;

    const water = namedWater('tarvo-sound');
    const [plan] = water.passes;
    const run = createSoundingRun({
      scene: water.scene,
      sounder: coneFromPreset('83', deepestM(chartGrid(water.scene.bottom))),
      rig: soundRig(0.3),
      pass: passRunSchema.parse({
        planId: plan.id,
        routeM: plan.routeM,
        speedChanges: [{ fromTimeS: 0, speedMps: plan.speedMps }],
        holding: plan.holding,
        ...boatMotion(water.conditions),
        seed: water.scene.seed,
      }),
      firstPing: 0,
      pingCount: 1,
      truth: false,
    });
    const first = Math.round(20 * run.info.pingRateHz);
    expect(block.firstPing).toBe(first);
    const engine = run.block(first, 1);
    expect(Buffer.from(block.levelsCdb.buffer).equals(Buffer.from(engine.levelsCdb.buffer))).toBe(
      true,
    );
    // The sentence's depth is of the water, to the decimetre.
    expect(boat.depthM!).toBeCloseTo(engine.track.bottomDepthM[0], 0);
  });

  it('ends with the pass, however long it was asked for', async () => {
    const events = await all('startS=99999&seconds=3600&pace=50');
    expect(JSON.parse(events.at(-1)!.data)).toEqual({ pings: 1 });
  });

  it('stops sounding when nobody listens any more', async () => {
    let count = 0;
    for await (const { event } of feedEvents('seconds=3600')) {
      if (event === 'ping') count++;
      if (count === 2) break;
    }
    expect(count).toBe(2);
  });

  it.each([
    ['water=sea-of-nothing', 'water'],
    ['pace=0', 'pace'],
    ['seconds=1e9', 'seconds'],
    ['speedMps=-1', 'speedMps'],
    ['sounder=sonic', 'sounder'],
    ['pass=nowhere', 'pass'],
  ])('refuses %s and names it', async (query, path) => {
    const reply = await askFeed(query);
    expect(reply.status).toBe(400);
    const { error, issues } = (await reply.json()) as {
      error: string;
      issues: { path: string; message: string }[];
    };
    expect(error).toBe('invalid');
    expect(issues.map((issue) => issue.path)).toEqual([path]);
  });
});
