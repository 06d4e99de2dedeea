import { describe, expect, it } from 'vitest';
import { MADE_UP_DRAFT_M, madeUpRegion, madeUpScreen } from '../drills/madeUp';
import { cueWords, type TruthRegion } from '.';

const STEP_M = 0.05;
const row = (fromM: number, toM: number) => ({
  ping: 100,
  firstBin: Math.round(fromM / STEP_M),
  lastBin: Math.round(toM / STEP_M) - 1,
  firstBeam: 0,
  lastBeam: 0,
});

describe('the cue that decides, in words made from the simulation', () => {
  const aside = madeUpScreen({ instrument: 'sideFans', bottomM: 6 + MADE_UP_DRAFT_M });
  const onSide = (change: Partial<TruthRegion>) =>
    cueWords(madeUpRegion('a', { ping: 100, bin: 300, ...change }), aside, 'metric');

  it('reads a hanging fish from the gap before its shadow', () => {
    // h 6, R fish 15, R shadow 20: 1.5 m off the bottom.
    const words = onSide({ outline: [row(15, 15.2)], shadow: [row(20, 21)] });
    expect(words).toBe('shadow 4.8\u00a0m away from the echo: hanging 1.5\u00a0m off the bottom');
  });
  it('reads the height of what stands from where its shadow ends', () => {
    // h 6, near 15, end 20: 1.5 m high.
    const words = onSide({
      label: 'built',
      outline: [row(15, 15.3)],
      shadow: [row(15.3, 20)],
    });
    expect(words).toContain(
      'the shadow touches the echo and is 4.7\u00a0m long: it stands 1.5\u00a0m high',
    );
    expect(words).toContain('straight lines');
  });
  it('lets no post hang, wherever its shadow begins', () => {
    const words = onSide({ label: 'built', outline: [row(15, 15.2)], shadow: [row(20, 21)] });
    expect(words).not.toContain('hanging');
  });
  it('says of a fish in the dark middle what the fans cannot tell', () => {
    expect(onSide({ peak: { ping: 100, bin: 60 } })).toContain('at that range in any direction');
    expect(onSide({ peak: { ping: 100, bin: 300 } })).toContain('no shadow of its own');
  });
  it('counts the pings of an arch and its room over the bottom', () => {
    const cone = madeUpScreen({ bottomM: 10 });
    const words = cueWords(madeUpRegion('a', { ping: 100, bin: 113 }), cone, 'metric');
    // Seven pings; cell 114 is 6.025 m deep.
    expect(words).toContain('an arch over 7 pings');
    expect(words).toContain('4.0\u00a0m clear of the bottom');
    const inFeet = cueWords(madeUpRegion('a', { ping: 100, bin: 113 }), cone, 'imperial');
    expect(inFeet).toContain('13\u00a0ft clear of the bottom');
  });
  it('gives the reason where nobody could see it, and trusts a hand that drew it', () => {
    const cone = madeUpScreen();
    const hidden = madeUpRegion('a', { ping: 100, bin: 60, verdict: 'hidden', reason: 'deadZone' });
    expect(cueWords(hidden, cone, 'metric')).toContain('inside the bottom echo');
    const drawn = madeUpRegion('a', { ping: 100, bin: 60, kind: null });
    expect(cueWords(drawn, cone, 'metric')).toContain('marked by hand');
  });
});
