import type { SedimentName } from '../bottom';
import type { Result } from '../records';
import { type DepthGridFile, readDepthGrid } from './depthGrid';
import type { FormatFault } from './fault';

/** A TIFF of either order of bytes, classic or large. */
export const isTiff = (bytes: Uint8Array): boolean =>
  (bytes[0] === 0x49 && bytes[1] === 0x49 && (bytes[2] === 42 || bytes[2] === 43)) ||
  (bytes[0] === 0x4d && bytes[1] === 0x4d && (bytes[3] === 42 || bytes[3] === 43));

/** Depths of a file, text or GeoTIFF, whichever it is; only the latter loads what reads it. */
export async function readDepthFile(
  file: Blob,
  sediment: SedimentName,
): Promise<Result<DepthGridFile, FormatFault>> {
  const buffer = await file.arrayBuffer();
  if (isTiff(new Uint8Array(buffer, 0, Math.min(4, buffer.byteLength)))) {
    const { readGeoTiff } = await import('./geoTiff');
    return readGeoTiff(buffer, sediment);
  }
  return readDepthGrid(new TextDecoder().decode(buffer), sediment);
}
