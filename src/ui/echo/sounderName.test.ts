import { describe, expect, it } from 'vitest';
import { BANDS, withChosenBand } from '@core/setup';
import { INSTRUMENTS } from '@core/sounding';
import { benchSetup } from '../../../tests/fixtures/presented';
import { sentWords, sounderName } from './sounderName';

const setup = benchSetup();

describe('a sounder in a few words', () => {
  it.each(INSTRUMENTS)('says what a %s sends, and how wide', (instrument) => {
    const words = sentWords(setup.sounders[instrument]);
    expect(words).toMatch(/, \d+( m a side|°)( across| and \d+°)?$/);
    expect(words.length).toBeLessThan(40);
  });

  it('names a band as the controls name it, and a frequency of its own by its number', () => {
    for (const { id, name } of BANDS.cone) {
      expect(sentWords(withChosenBand(setup, 'cone', id).sounders.cone)).toContain(name);
    }
    const own = { ...setup.sounders.cone, frequencyHz: 123_000, chirp: null };
    expect(sentWords(own)).toMatch(/^123 kHz/);
  });

  it('says of what did not come from the bench where it came from', () => {
    for (const [kind, words] of [
      ['picture', 'from a picture'],
      ['log', 'from a file'],
      ['feed', 'from a sounder'],
    ] as const) {
      const name = sounderName({ instrument: 'sector', source: { kind } as never });
      expect(name).toBe(`Sector ${words}`);
    }
  });
});
