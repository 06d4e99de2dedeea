import { fail, type Result } from '../records';
import type { ChartData } from './chartData';
import type { FormatFault } from './fault';
import { readGeoJson } from './geoJson';
import { readGpx } from './gpx';
import { readMarksCsv } from './marksCsv';

const READERS: Record<string, (text: string) => Result<ChartData, FormatFault>> = {
  gpx: readGpx,
  geojson: readGeoJson,
  json: readGeoJson,
  csv: readMarksCsv,
};

/** Marks, lines and passes of a file, by the ending of its name. */
export async function readChartFile(file: File): Promise<Result<ChartData, FormatFault>> {
  const ending = file.name.split('.').at(-1)?.toLowerCase() ?? '';
  if (!Object.hasOwn(READERS, ending)) {
    const message = 'its name must end in .gpx, .geojson, .json or .csv';
    return fail({ code: 'foreign', message });
  }
  return READERS[ending](await file.text());
}
