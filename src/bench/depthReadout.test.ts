import { expect, it } from 'vitest';
import { depthReadout } from './depthReadout';

it('says the depth that was found in the units that are set, and that there is none', () => {
  expect(depthReadout(6.44, 'metric')).toBe('6.4 m');
  expect(depthReadout(6.44, 'imperial')).toBe('21.1 ft');
  expect(depthReadout(NaN, 'metric')).toBe('lost');
});
