import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { validateXML } from 'xmllint-wasm';
import { describe, expect, it } from 'vitest';
import { planeBottom } from '../bottom';
import {
  type ChartData,
  readDepthGrid,
  readGeoJson,
  readGpx,
  readMarksCsv,
  writeEsriGrid,
  writeGeoJson,
  writeGpx,
  writeMarksCsv,
} from '.';

const at = (latitudeDeg: number, longitudeDeg: number) => ({ latitudeDeg, longitudeDeg });

const data: ChartData = {
  marks: [
    {
      name: 'Crib <4> & "stake"',
      symbol: 'wood',
      note: 'Two looks.\nÆsir, Žuvys, 鱼 — all kept',
      ...at(55.0012345, 4.0007654),
      depthM: 7.25,
      covarianceM2: [2.5, -0.75, 4],
      atMs: Date.UTC(2026, 4, 3, 7, 30),
    },
    {
      name: '=SUM(A1)',
      symbol: 'other',
      note: '',
      ...at(-12.5, -77.25),
      depthM: null,
      covarianceM2: null,
      atMs: null,
    },
  ],
  lines: [
    {
      name: 'Old road',
      kind: 'road',
      note: 'gravel',
      points: [at(55, 4), at(55.001, 4.001), at(55.002, 4.0005)],
    },
  ],
  routes: [
    {
      name: 'Lanes',
      note: 'three of them',
      speedMps: 1.5,
      points: [at(55, 4), at(55.0009, 4)],
    },
  ],
};
const EMPTY: ChartData = { marks: [], lines: [], routes: [] };
const WRITTEN_AT = '2026-05-03T09:00:00.000Z';

const fileOf = (name: string) =>
  readFileSync(fileURLToPath(new URL(`../../tests/fixtures/${name}`, import.meta.url)), 'utf8');

async function schemaFaults(xml: string): Promise<string[]> {
  const { errors } = await validateXML({
    xml: [{ fileName: 'chart.gpx', contents: xml }],
    schema: [fileOf('gpx-1.1.xsd')],
  });
  return errors.map(({ message }) => message);
}

const unwrap = <T>(result: { ok: true; value: T } | { ok: false; error: { message: string } }) => {
  if (!result.ok) throw new Error(result.error.message);
  return result.value;
};
const faultOf = (result: { ok: boolean; error?: { message: string } }) =>
  result.ok ? null : result.error!.message;

describe('GPX', () => {
  it('is valid against the published schema, full and empty', async () => {
    expect(await schemaFaults(writeGpx(data, WRITTEN_AT))).toEqual([]);
    expect(await schemaFaults(writeGpx(EMPTY, WRITTEN_AT))).toEqual([]);
  });
  it('would not be with a child out of order, so the check can fail', async () => {
    const broken = writeGpx(data, WRITTEN_AT).replace(
      /(<name>.*<\/name>\s*)(<desc>)/,
      '$2x</desc>$1$2',
    );
    expect(await schemaFaults(broken)).not.toEqual([]);
  });
  it('comes back as it went, to the centimetre', () => {
    expect(unwrap(readGpx(writeGpx(data, WRITTEN_AT)))).toEqual(data);
    expect(unwrap(readGpx(writeGpx(EMPTY, WRITTEN_AT)))).toEqual(EMPTY);
  });
  it('reads what other programs write: no extensions, unknown symbols, several segments', () => {
    const foreign = `<?xml version="1.0"?>
<gpx version="1.1" creator="elsewhere" xmlns="http://www.topografix.com/GPX/1/1">
  <wpt lat="60.5" lon="24.25"><ele>-3</ele><cmt>from comment</cmt><sym>Flag, Blue</sym></wpt>
  <trk><name>12</name>
    <trkseg><trkpt lat="60" lon="24"/><trkpt lat="60.1" lon="24"/></trkseg>
    <trkseg><trkpt lat="60.2" lon="24"/></trkseg>
  </trk>
</gpx>`;
    const read = unwrap(readGpx(foreign));
    expect(read.marks).toEqual([
      {
        name: 'Mark 1',
        symbol: 'other',
        note: 'from comment',
        ...at(60.5, 24.25),
        depthM: null,
        covarianceM2: null,
        atMs: null,
      },
    ]);
    expect(read.lines[0]).toMatchObject({
      name: '12',
      points: [at(60, 24), at(60.1, 24), at(60.2, 24)],
    });
  });
  it.each([
    ['', /line 1/],
    ['<gpx><wpt lat="1" lon="2">\n</gpx>', /line 2/],
    ['<kml></kml>', /no <gpx> element/],
    ['<gpx>\n<wpt lat="1" lon="1"/>\n<wpt lat="95" lon="1"/></gpx>', /line 3: wpt\.1\.@lat/],
    ['<gpx>\n<trk><trkseg>\n<trkpt lat="x" lon="1"/></trkseg></trk></gpx>', /line 3: /],
  ])('refuses %j and says where', (file, expected) => {
    expect(faultOf(readGpx(file))).toMatch(expected);
  });
});

describe('GeoJSON', () => {
  it('is a FeatureCollection of longitude, latitude, and comes back as it went', () => {
    const written = writeGeoJson(data);
    const raw = JSON.parse(written) as { type: string; features: { geometry: unknown }[] };
    expect(raw.type).toBe('FeatureCollection');
    expect(raw.features[0].geometry).toEqual({
      type: 'Point',
      coordinates: [4.0007654, 55.0012345],
    });
    expect(unwrap(readGeoJson(written))).toEqual(data);
  });
  it('takes bare features of other programs', () => {
    const bare = JSON.stringify({
      type: 'FeatureCollection',
      features: [
        {
          type: 'Feature',
          properties: null,
          geometry: { type: 'Point', coordinates: [4, 55, 12] },
        },
      ],
    });
    expect(unwrap(readGeoJson(bare)).marks[0]).toMatchObject({ name: 'Mark 1', ...at(55, 4) });
  });
  it.each([
    ['{\n"type": "FeatureCollection",\n oops }', /line 3/],
    ['{"type":"Feature"}', /type/],
    [
      JSON.stringify({
        type: 'FeatureCollection',
        features: [
          { type: 'Feature', properties: {}, geometry: { type: 'Point', coordinates: [400, 1] } },
        ],
      }),
      /features\.0\.geometry\.coordinates/,
    ],
  ])('refuses %j and says where', (file, expected) => {
    expect(faultOf(readGeoJson(file))).toMatch(expected);
  });
});

describe('CSV of marks', () => {
  it('comes back as it went, and opens as no formula', () => {
    const written = writeMarksCsv(data.marks);
    expect(written).toContain("'=SUM(A1)");
    expect(unwrap(readMarksCsv(written)).marks).toEqual(data.marks);
    // A break in the line hides no formula.
    const [mark] = data.marks;
    const broken = [{ ...mark, note: '=1+1\nsecond line' }];
    expect(writeMarksCsv(broken)).toContain("'=1+1");
    expect(unwrap(readMarksCsv(writeMarksCsv(broken))).marks).toEqual(broken);
  });
  it('takes what spreadsheets do to it: a byte-order mark, empty lines, decimal commas in quotes', () => {
    const file = '\uFEFFName,latitude_deg,longitude_deg\r\nA,"55,5",4\r\n\r\n';
    expect(unwrap(readMarksCsv(file)).marks[0]).toMatchObject({ name: 'A', ...at(55.5, 4) });
  });
  it.each([
    ['name,lat\nA,1', /line 1: the column "latitude_deg" is missing/],
    ['name,latitude_deg,longitude_deg\nA,55,4\nB,abc,4', /row 3, latitude_deg/],
    ['name,latitude_deg,longitude_deg\nA,55,200', /row 2, longitude_deg/],
    // What no mark may hold could not be read back once it was stored.
    ['latitude_deg,longitude_deg,depth_m\n55,4,9999', /row 2, depth_m: must be .* from 0 to 500/],
    ['latitude_deg,longitude_deg,time\n55,4,1950-05-01T10:00:00Z', /row 2, time: .* 1970/],
    ['latitude_deg,longitude_deg,cov_ee_m2\n55,4,-1', /row 2, cov_ee_m2/],
  ])('refuses %j and says where', (file, expected) => {
    expect(faultOf(readMarksCsv(file))).toMatch(expected);
  });
});

describe('depth grids', () => {
  const slope = planeBottom({
    depthM: 8,
    sediment: 'sand',
    slopeDeg: 4,
    slopeTowardDeg: 60,
    halfSizeM: 20,
  });
  it('an ESRI ASCII grid comes back as it went', () => {
    const { bottom, notes } = unwrap(readDepthGrid(writeEsriGrid(slope), 'sand'));
    expect(bottom).toEqual({ ...slope, features: [] });
    expect(notes).toEqual([]);
  });
  it('knows the corner of a cell from its middle, north row first, and fills what has no value', () => {
    const file = `ncols 4\nnrows 4\nxllcorner 100\nyllcorner 200\ncellsize 2\nNODATA_value -1\n
1 2 3 4\n5 6 7 8\n9 10 11 12\n13 14 15 -1\n`;
    const { bottom, notes } = unwrap(readDepthGrid(file));
    expect(bottom.originM).toEqual({ x: 101, y: 201 });
    expect(bottom.depthsCm.slice(0, 3)).toEqual([1300, 1400, 1500]);
    expect(bottom.depthsCm.slice(12)).toEqual([100, 200, 300, 400]);
    expect([1200, 1500]).toContain(bottom.depthsCm[3]);
    expect(notes.join()).toMatch(/1 of 16 nodes had no value/);
  });
  it('XYZ on an even grid, in any order, becomes that grid', () => {
    const rows: string[] = ['x,y,depth'];
    for (let x = 0; x < 5; x++) for (let y = 0; y < 4; y++) rows.push(`${3 * x},${3 * y},${x + y}`);
    const { bottom } = unwrap(readDepthGrid(rows.reverse().slice(0, -1).join('\n')));
    expect([bottom.columns, bottom.rows, bottom.cellM]).toEqual([5, 4, 3]);
    expect(bottom.depthsCm[1 * 5 + 3]).toBe(400);
  });
  it('takes named columns, semicolons, decimal commas, and elevations', () => {
    const rows = ['easting;northing;elevation'];
    for (let x = 0; x < 4; x++) for (let y = 0; y < 4; y++) rows.push(`${x},5;${y},5;-${x + 1},25`);
    const { bottom, notes } = unwrap(readDepthGrid(rows.join('\n')));
    expect(bottom.depthsCm.slice(0, 4)).toEqual([125, 225, 325, 425]);
    expect(notes.join()).toMatch(/elevations/);
  });
  it('grids scattered soundings of a plane close to the plane', () => {
    const rows: string[] = [];
    for (let i = 0; i < 400; i++) {
      const x = (i * 37.7) % 100;
      const y = (i * 91.3) % 80;
      rows.push(`${x.toFixed(2)} ${y.toFixed(2)} ${(5 + 0.05 * x).toFixed(3)}`);
    }
    const { bottom, notes } = unwrap(readDepthGrid(rows.join('\n')));
    expect(notes.join()).toMatch(/400 scattered soundings/);
    const middle = Math.floor(bottom.rows / 2) * bottom.columns + Math.floor(bottom.columns / 2);
    const x = bottom.originM.x + Math.floor(bottom.columns / 2) * bottom.cellM;
    expect(bottom.depthsCm[middle] / 100).toBeCloseTo(5 + 0.05 * x, 0);
  });
  it.each([
    ['', /empty/],
    ['ncols 3\nnrows two\n', /line 2: "nrows" needs one number/],
    ['ncols 4\nnrows 4\ncellsize 1\n1 2 3 4\n5 x 7 8', /line 5: "x" is not a number/],
    ['ncols 4\nnrows 4\ncellsize 1\n1 2 3 4\n', /expected 16 values \(4 × 4\), got 4/],
    ['ncols 4\nnrows 4\n1 2', /lacks "cellsize"/],
    ['x,y,depth\n1,2,3\n1,2\n', /line 3: expected x, y and depth/],
    ['hello\n', /line 1: expected a header/],
    ['1 1 1\n2 2 2\n3 3 3\n', /3 points; at least 4/],
    ['ncols 5000\nnrows 5000\ncellsize 1\n1', /at most 16000000/],
  ])('refuses %j and says where', (file, expected) => {
    expect(faultOf(readDepthGrid(file))).toMatch(expected);
  });
});
