import { describe, expect, it } from 'vitest';
import { blankWater } from '@core/builder';
import { type ChartData, readGpx, writeGpx } from '@core/formats';
import { newRecord, readRecord, RECORD_KINDS, type WaterRecord } from '@core/records';
import { toGeodetic } from '@core/units';
import { bringIn, chartData, newMark } from './chartNotes';

const water: WaterRecord = {
  ...newRecord('water', 'pond', 1),
  content: {
    ...blankWater({
      name: 'Pond',
      widthM: 200,
      heightM: 100,
      cellM: 2,
      depthM: 5,
      sediment: 'sand',
    }),
    origin: { latitudeDeg: 61.5, longitudeDeg: 24 },
  },
};
const { origin } = water.content;
const empty: ChartData = { marks: [], lines: [], routes: [] };
const mark = (covarianceM2: [number, number, number] | null) => ({
  name: 'Crib',
  symbol: 'wood' as const,
  note: '',
  ...toGeodetic(origin, 40, 30),
  depthM: 4,
  covarianceM2,
  atMs: null,
});

describe('bringing a file onto a chart', () => {
  it('places marks about the origin of the water, to the centimetre', () => {
    const [crib] = bringIn(water, { ...empty, marks: [mark([2, 1, 3])] }).marks;
    expect(crib).toMatchObject({ xM: 40, yM: 30, covarianceM2: [2, 1, 3], waterId: 'pond' });
    expect(readRecord(RECORD_KINDS.mark, crib).ok).toBe(true);
  });
  it.each([[null], [[-1, 0, 2]], [[1, 5, 1]]] as ([number, number, number] | null)[][])(
    'trusts a place without a sound covariance (%j) as far as a satellite fix',
    (covarianceM2) => {
      const [crib] = bringIn(water, { ...empty, marks: [mark(covarianceM2)] }).marks;
      expect(crib.covarianceM2).toEqual([9, 0, 9]);
    },
  );
  it('thins a track that is longer than a line may be, and leaves out single points', () => {
    const points = Array.from({ length: 20_000 }, (_, i) =>
      toGeodetic(origin, i / 10, 20 * Math.sin(i / 50)),
    );
    const line = { name: 'Drift', kind: 'track' as const, note: '' };
    const { lines } = bringIn(water, {
      ...empty,
      lines: [
        { ...line, points },
        { ...line, points: points.slice(0, 1) },
      ],
    });
    expect(lines).toHaveLength(1);
    expect(lines[0].pointsM.length).toBeLessThanOrEqual(5000);
    expect(lines[0].pointsM.at(-1)!.x).toBeCloseTo(1999.9, 1);
    expect(readRecord(RECORD_KINDS.line, lines[0]).ok).toBe(true);
  });
  it('what a water sends out comes back as the same marks, and passes that are here stay single', () => {
    const notes = {
      marks: [
        newMark({
          waterId: 'pond',
          name: 'Stake',
          symbol: 'built',
          note: 'leans',
          xM: 12.34,
          yM: 56.78,
          depthM: 3.2,
          covarianceM2: [2, 0.5, 4],
          sightings: [],
        }),
      ],
      lines: [],
      spots: [],
    };
    const file = readGpx(writeGpx(chartData(water.content, notes), '2026-05-01T00:00:00Z'));
    if (!file.ok) throw new Error(file.error.message);
    const brought = bringIn(water, file.value);
    expect(brought.marks[0]).toMatchObject({
      name: 'Stake',
      symbol: 'built',
      note: 'leans',
      depthM: 3.2,
      covarianceM2: [2, 0.5, 4],
    });
    expect(brought.marks[0].xM).toBeCloseTo(12.34, 1);
    expect(brought.passes).toEqual([]);
    const renamed = { ...file.value.routes[0], name: 'Another' };
    expect(bringIn(water, { ...empty, routes: [renamed] }).passes).toHaveLength(1);
  });
});
