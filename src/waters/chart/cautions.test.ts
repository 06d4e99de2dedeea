import { describe, expect, it } from 'vitest';
import { blankWater } from '@core/builder';
import { DEMO_WATERS } from '@core/demo';
import { cautionsFor } from './cautions';

const pond = blankWater({
  name: 'Pond',
  widthM: 40,
  heightM: 40,
  cellM: 2,
  depthM: 4,
  sediment: 'mud',
});

describe('what to mind', () => {
  it('always: not for navigation, a lookout, spawning beds', () => {
    const words = cautionsFor(pond, 4).join('\n');
    expect(words).toMatch(/not for navigation/);
    expect(words).toMatch(/lookout/);
    expect(words).toMatch(/[Ss]pawning beds/);
    expect(words).not.toMatch(/[Ii]ce thickness|tide|survive release|docks/);
  });
  it('on ice, follow local ice advice and never go alone', () => {
    const words = cautionsFor(DEMO_WATERS['lake-ismo'](), 14).join('\n');
    expect(words).toMatch(/local ice advice, never go alone/);
    expect(words).toMatch(/may not survive release/);
  });
  it('at sea, the tide; near built things, slow down', () => {
    expect(cautionsFor(DEMO_WATERS['tarvo-sound'](), 20).join('\n')).toMatch(/tide and current/);
    expect(cautionsFor(DEMO_WATERS['hollin-reservoir'](), 17).join('\n')).toMatch(/Slow down near/);
  });
});
