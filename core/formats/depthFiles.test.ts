/** Depths that come as surveyors and agencies give them: scattered, as contours, as GeoTIFF, far too many. */
import { writeArrayBuffer } from 'geotiff';
import { describe, expect, it } from 'vitest';
import { depthAtM } from '../bottom';
import { fromGeodetic, toGeodetic } from '../units';
import { readDepthGrid } from './depthGrid';
import { isTiff, readDepthFile } from './depthFile';
import { readGeoTiff } from './geoTiff';

const taken = (read: Awaited<ReturnType<typeof readGeoTiff>>) => {
  if (!read.ok) throw new Error(read.error.message);
  return read.value;
};
const refused = (read: Awaited<ReturnType<typeof readGeoTiff>>) =>
  read.ok ? 'taken' : read.error.message;

describe('scattered soundings', () => {
  const line = (x: number, y: number) =>
    `${x.toFixed(6)},${y.toFixed(6)},${(3 + 0.01 * x).toFixed(2)}`;
  const soundings = Array.from({ length: 400 }, (_, i) =>
    line(((i * 37) % 400) + 0.123_456 * (i % 7), ((i * 91) % 300) + 0.000_431 * i),
  );
  it('may carry more decimals than are kept', () => {
    const { bottom } = taken(readDepthGrid(['x,y,depth', ...soundings].join('\n')));
    expect(depthAtM(bottom, 200, 150)).toBeCloseTo(5, 0);
  });
  it('one of them misplaced does not make the reader search everywhere, which took over a minute', () => {
    const far = [...soundings, ...soundings.map((one) => `1${one}`), line(4000, 3000)];
    const { bottom } = taken(readDepthGrid(['x,y,depth', ...far].join('\n')));
    expect(bottom.columns * bottom.rows).toBeGreaterThan(100);
  });
});

describe('more nodes than a water holds', () => {
  it('are thinned, and that is said', () => {
    const side = 800;
    const header = `ncols ${side}\nnrows ${side}\nxllcenter 0\nyllcenter 0\ncellsize 5\n`;
    const rows = Array.from({ length: side }, (_, fromNorth) =>
      Array.from({ length: side }, (__, column) =>
        ((column + (side - 1 - fromNorth)) / 100).toFixed(2),
      ).join(' '),
    );
    const { bottom, notes } = taken(readDepthGrid(header + rows.join('\n')));
    expect([bottom.columns, bottom.rows, bottom.cellM]).toEqual([400, 400, 10]);
    expect(depthAtM(bottom, 2000, 1000)).toBeCloseTo(6, 1);
    expect(notes.join(' ')).toMatch(/800 × 800 nodes .* one in 2 each way/);
  });
});

describe('contours as GeoJSON', () => {
  const origin = { latitudeDeg: 52, longitudeDeg: 11 };
  const ring = (radiusM: number, depth: unknown, key = 'depth') => ({
    type: 'Feature',
    properties: { [key]: depth },
    geometry: {
      type: 'LineString',
      coordinates: Array.from({ length: 60 }, (_, i) => {
        const at = toGeodetic(
          origin,
          300 + radiusM * Math.cos(i / 9.5),
          300 + radiusM * Math.sin(i / 9.5),
        );
        return [at.longitudeDeg, at.latitudeDeg];
      }),
    },
  });
  const file = (features: unknown[]) => JSON.stringify({ type: 'FeatureCollection', features });
  it('become a relief that passes through them', () => {
    const { bottom, notes } = taken(
      readDepthGrid(file([ring(250, 2), ring(150, 6), ring(50, '10,5')])),
    );
    expect(notes[0]).toBe('180 places on contours; between them depths are worked out.');
    const middle = {
      x: bottom.originM.x + ((bottom.columns - 1) * bottom.cellM) / 2,
      y: bottom.originM.y + ((bottom.rows - 1) * bottom.cellM) / 2,
    };
    expect(depthAtM(bottom, middle.x, middle.y)).toBeGreaterThan(9.5);
    expect(depthAtM(bottom, middle.x + 150, middle.y)).toBeCloseTo(6, 0);
    expect(depthAtM(bottom, middle.x + 240, middle.y)).toBeLessThan(3.2);
  });
  it.each([
    ['{"type":"FeatureCollection"', /begins as GeoJSON and is none/],
    ['{"type":"Topology"}', /type/],
    [file([ring(100, undefined, 'name')]), /feature 1 tells no depth/],
    [file([{ ...ring(100, 3), geometry: { type: 'Point', coordinates: [400, 3] } }]), /0 places/],
  ])('say what is wrong with %.30s', (text, wanted) => {
    expect(refused(readDepthGrid(text))).toMatch(wanted);
  });
});

describe('GeoTIFF', () => {
  const columns = 40;
  const rows = 30;
  const values = Array.from({ length: columns * rows }, (_, i) => -(2 + 0.1 * (i % columns)));
  const tiff = (tags: Record<string, unknown>) =>
    writeArrayBuffer(new Float32Array(values), {
      width: columns,
      height: rows,
      ...tags,
    }) as ArrayBuffer;
  const metres = {
    GTModelTypeGeoKey: 1,
    ProjectedCSTypeGeoKey: 32632,
    ModelPixelScale: [10, 10, 0],
    ModelTiepoint: [0, 0, 0, 1000, 5300, 0],
  };
  it('in metres keeps its place, its spacing, and which way is north', async () => {
    const file = tiff(metres);
    expect(isTiff(new Uint8Array(file))).toBe(true);
    const { bottom, notes } = taken(await readDepthFile(new Blob([file]), 'sand'));
    expect([bottom.columns, bottom.rows, bottom.cellM]).toEqual([columns, rows, 10]);
    expect(bottom.originM).toEqual({ x: 1005, y: 5005 });
    expect(depthAtM(bottom, 1005, 5100)).toBeCloseTo(2, 2);
    expect(depthAtM(bottom, 1205, 5100)).toBeCloseTo(4, 2);
    expect(notes.join(' ')).toMatch(/elevations/);
  });
  it('in degrees is laid out in metres', async () => {
    const file = tiff({
      GTModelTypeGeoKey: 2,
      GeographicTypeGeoKey: 4326,
      ModelPixelScale: [0.0002, 0.0002, 0],
      ModelTiepoint: [0, 0, 0, 11, 52, 0],
    });
    const { bottom } = taken(await readGeoTiff(file));
    const { xM, yM } = fromGeodetic(
      { latitudeDeg: 52 - 0.006, longitudeDeg: 11 },
      { latitudeDeg: 52, longitudeDeg: 11.008 },
    );
    expect((bottom.rows * bottom.cellM) / yM).toBeCloseTo(1, 2);
    expect((bottom.columns * bottom.cellM) / xM).toBeCloseTo(1, 1);
    expect(depthAtM(bottom, bottom.cellM, 100)).toBeLessThan(depthAtM(bottom, xM, 100));
  });
  it('says so where it is none', async () => {
    expect(isTiff(new TextEncoder().encode('ncols 5'))).toBe(false);
    const broken = tiff(metres).slice(0, 60);
    expect(refused(await readGeoTiff(broken))).toMatch(/no GeoTIFF that can be read/);
  });
});
