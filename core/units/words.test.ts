import { describe, expect, it } from 'vitest';
import { inUnits } from '.';

describe('names with sizes in them', () => {
  it('stay as they are for who reads metres', () => {
    expect(inUnits('perch, 30 cm', 'metric')).toBe('perch, 30 cm');
  });
  it.each([
    ['perch, 30 cm', 'perch, 12 in'],
    ['steel piling, 0.2 m thick', 'steel piling, 0.7 ft thick'],
    ['boat under way, 6.0 m, 2.5 m/s', 'boat under way, 19.7 ft, 5.6 mph'],
    ['tree, 4.0\u00a0m', 'tree, 13.1 ft'],
    // Neither a unit nor a number of one.
    ['2 men, 5 mm mesh', '2 men, 0 in mesh'],
    ['area 20 m², 3 moorings', 'area 20 m², 3 moorings'],
  ])('%s: %s', (metric, imperial) => expect(inUnits(metric, 'imperial')).toBe(imperial));
});
