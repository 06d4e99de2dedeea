import { describe, expect, it } from 'vitest';
import { sound, testRequest, testScene } from '../../tests/fixtures/scene';
import { feedBlock } from './feed';
import { NO_READINGS, nmeaSentences, withChecksum, withSentence } from './nmea';

const boat = {
  timeS: 5,
  xM: 120,
  yM: -40,
  headingRad: 2,
  speedMps: 1.5,
  depthM: 12.34,
  draftM: 0.3,
  temperatureC: 17.5,
};
const known = nmeaSentences(boat).reduce(withSentence, NO_READINGS);

describe('what the network tells', () => {
  it('is what the sentences were written from', () => {
    expect(known.depthM).toBeCloseTo(12.34, 2);
    expect(known.temperatureC).toBe(17.5);
    expect(known.speedMps).toBeCloseTo(1.5, 1);
    expect(known.courseDeg).toBeCloseTo((2 * 180) / Math.PI, 1);
    expect(known.place!.latitudeDeg).toBeCloseTo(55 - 40 / 111_320, 5);
  });
  it('is not touched by a broken sentence, an empty field, or one of another sort', () => {
    const [depth] = nmeaSentences(boat);
    expect(withSentence(NO_READINGS, depth.replace('12', '13'))).toBe(NO_READINGS);
    expect(withSentence(known, withChecksum('SDDPT,,'))).toEqual(known);
    expect(withSentence(known, withChecksum('GPGGA,1,,,,,0'))).toEqual(known);
    expect(withSentence(known, withChecksum('GPZDA,1,2,3'))).toBe(known);
    expect(withSentence(known, '')).toBe(known);
  });
});

describe('a ping of the feed', () => {
  const { info, block } = sound(testRequest(testScene({}), { pingCount: 2 }));
  const cells = block.levelsCdb.subarray(0, info.binCount);
  const levelsCdb = Buffer.from(cells.slice().buffer).toString('base64');
  it('brings its levels, and the boat where it was last told to be', () => {
    const ping = feedBlock({ number: 7, timeS: 0.9, levelsCdb }, info, known, {
      timeS: 0.5,
      alongM: 3,
    })!;
    expect(ping.levelsCdb).toEqual(cells);
    expect(ping.firstPing).toBe(7);
    expect(ping.track.alongM[0]).toBeCloseTo(3.6, 1);
    expect(ping.track.xM[0]).toBeCloseTo(120, 0);
    expect(ping.track.bottomDepthM[0]).toBeCloseTo(12.34, 2);
  });
  it('of another length, or no ping at all, is left out', () => {
    const half = levelsCdb.slice(0, 400);
    expect(feedBlock({ number: 7, timeS: 1, levelsCdb: half }, info, known, null)).toBeNull();
    expect(feedBlock({ number: 7, timeS: 1, levelsCdb: '§§' }, info, known, null)).toBeNull();
    expect(feedBlock(null, info, known, null)).toBeNull();
  });
});
