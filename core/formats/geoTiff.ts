/**
 * Depths or elevations from a GeoTIFF. Not among the other formats: whoever reads none does without its library.
 */
import { fromArrayBuffer } from 'geotiff';
import type { SedimentName } from '../bottom';
import { fail, reasonOf, type Result } from '../records';
import { fromGeodetic } from '../units';
import { bottomOfNodes, type DepthGridFile, MAX_FILE_NODES } from './depthGrid';
import type { FormatFault } from './fault';

const fault = (code: FormatFault['code'], message: string) => fail<FormatFault>({ code, message });

/** The first band of a file's first picture; degrees are laid out in metres about its south-west corner. */
export async function readGeoTiff(
  buffer: ArrayBuffer,
  sediment: SedimentName = 'sand',
): Promise<Result<DepthGridFile, FormatFault>> {
  const notes: string[] = [];
  try {
    const tiff = await fromArrayBuffer(buffer);
    const image = await tiff.getImage();
    const columns = image.getWidth();
    const rows = image.getHeight();
    if (columns * rows > MAX_FILE_NODES) {
      return fault(
        'tooLarge',
        `the picture has ${columns} × ${rows} nodes; at most ${MAX_FILE_NODES} can be read`,
      );
    }
    const [west, south, east, north] = image.getBoundingBox();
    const [band] = await image.readRasters({ samples: [0] });
    const nodata = image.getGDALNoData();
    const isDegrees = Math.abs(east - west) < 5 && Math.abs(west) <= 180 && Math.abs(north) <= 90;
    const { xM, yM } = isDegrees
      ? fromGeodetic(
          { latitudeDeg: south, longitudeDeg: west },
          { latitudeDeg: north, longitudeDeg: east },
        )
      : { xM: east - west, yM: north - south };
    const cells = [xM / columns, yM / rows];
    const cellM = (cells[0] + cells[1]) / 2;
    if (Math.abs(cells[0] - cells[1]) > 0.05 * cellM && !isDegrees) {
      return fault('invalidPart', 'its cells are not square');
    }
    // Degrees of longitude are shorter: columns are taken again at the spacing of the rows.
    const across = isDegrees ? Math.max(1, Math.round(xM / cells[1])) : columns;
    const spacingM = isDegrees ? cells[1] : cellM;
    if (isDegrees) notes.push('Degrees were laid out in metres about the south-west corner.');
    const depthsM = new Float64Array(across * rows);
    for (let row = 0; row < rows; row++) {
      for (let column = 0; column < across; column++) {
        const from = Math.min(columns - 1, Math.floor(((column + 0.5) * columns) / across));
        // Its first row is the northernmost.
        const value = Number((band as ArrayLike<number>)[(rows - 1 - row) * columns + from]);
        depthsM[row * across + column] =
          value === nodata || !Number.isFinite(value) || Math.abs(value) > 20_000 ? NaN : value;
      }
    }
    if (depthsM.every(Number.isNaN)) return fault('invalidPart', 'every value is empty');
    const originM = isDegrees ? { x: 0, y: 0 } : { x: west + cellM / 2, y: south + cellM / 2 };
    return bottomOfNodes(
      { originM, cellM: spacingM, columns: across, rows, depthsM },
      sediment,
      notes,
    );
  } catch (failure) {
    return fault('foreign', `it is no GeoTIFF that can be read: ${reasonOf(failure)}`);
  }
}
