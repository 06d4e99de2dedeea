/** What a file of a picture is, before anything decodes it: a hostile one is refused by its first bytes. */
import { imageSize } from 'image-size';
import { fail, ok, type Result } from '../records/result';
import { MAX_PICTURE_SIDE_PX } from '../reading';
import type { FormatFault } from './fault';

export interface PictureFileInfo {
  type: 'image/png' | 'image/jpeg';
  /** Upright, as the camera's note on orientation turns it. */
  widthPx: number;
  heightPx: number;
}

const MAX_PICTURE_BYTES = 40_000_000;
const MAX_PICTURE_PX = 40_000_000;
const LEAST_SIDE_PX = 16;
/** Orientations of Exif that lie on their side. */
const LYING = 5;

const startsWith = (bytes: Uint8Array, ...magic: number[]) =>
  magic.every((byte, i) => bytes[i] === byte);

export function inspectPicture(bytes: Uint8Array): Result<PictureFileInfo, FormatFault> {
  if (bytes.length === 0) return fail({ code: 'notAFile', message: 'the file is empty' });
  if (bytes.length > MAX_PICTURE_BYTES) {
    return fail({
      code: 'tooLarge',
      message: `the file has ${Math.round(bytes.length / 1e6)} MB; the limit is ${MAX_PICTURE_BYTES / 1e6} MB`,
    });
  }
  const isPng = startsWith(bytes, 0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a);
  const isJpeg = startsWith(bytes, 0xff, 0xd8, 0xff);
  if (!isPng && !isJpeg) {
    const head = new TextDecoder('latin1').decode(bytes.subarray(0, 400)).trimStart();
    return fail({
      code: 'foreign',
      message: /^(<\?xml|<svg|<!doctype)/i.test(head)
        ? 'it is an SVG or web document, which may carry programs; PNG and JPEG pictures are taken'
        : 'it is neither a PNG nor a JPEG picture',
    });
  }
  let size: ReturnType<typeof imageSize>;
  try {
    size = imageSize(bytes);
  } catch {
    return fail({
      code: 'truncated',
      message: 'the picture is cut short: it does not say its size',
    });
  }
  const isLying = (size.orientation ?? 1) >= LYING;
  const widthPx = isLying ? size.height : size.width;
  const heightPx = isLying ? size.width : size.height;
  if (Math.min(widthPx, heightPx) < LEAST_SIDE_PX) {
    return fail({
      code: 'invalidPart',
      message: `it is ${widthPx} × ${heightPx} pixels; at least ${LEAST_SIDE_PX} a side are needed`,
    });
  }
  if (Math.max(widthPx, heightPx) > MAX_PICTURE_SIDE_PX || widthPx * heightPx > MAX_PICTURE_PX) {
    return fail({
      code: 'tooLarge',
      message: `it claims ${widthPx} × ${heightPx} pixels; the limits are ${MAX_PICTURE_SIDE_PX} a side and ${MAX_PICTURE_PX / 1e6} million in all`,
    });
  }
  return ok({ type: isPng ? 'image/png' : 'image/jpeg', widthPx, heightPx });
}
