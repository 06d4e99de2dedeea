/** Files and pictures of the library, off the page: a bad one can cost no more than this thread. */
import { expose, transfer } from 'comlink';
import {
  type FormatFault,
  inspectPicture,
  type PictureFileInfo,
  type PngNotes,
  readEchoFile,
  readLevelsCsv,
  readPngNotes,
  readWorkspace,
  writeScreenPng,
  writeWorkspace,
} from '@core/formats';
import { drawWholeStretch } from '@core/display';
import { pictureColours, type PictureFrame } from '@core/reading';
import { fail, ok, type Result, type ScreenRecord, type ScreenSource } from '@core/records';

type PictureSource = Extract<ScreenSource, { kind: 'picture' }>;
type Scaled = Pick<PictureSource, 'type' | 'frame' | 'calibration'>;

/** The framed picture as pixels. @throws if the browser cannot decode it */
async function framedPixels(
  bytes: Uint8Array,
  type: string,
  frame: PictureFrame,
): Promise<ImageData> {
  const { crop, rotateDeg, newest } = frame;
  const bitmap = await createImageBitmap(new Blob([bytes as Uint8Array<ArrayBuffer>], { type }));
  const canvas = new OffscreenCanvas(crop.width, crop.height);
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  if (newest === 'left') context.setTransform(-1, 0, 0, 1, crop.width, 0);
  if (newest === 'bottom') context.setTransform(1, 0, 0, -1, 0, crop.height);
  context.translate(bitmap.width / 2 - crop.x, bitmap.height / 2 - crop.y);
  context.rotate((rotateDeg * Math.PI) / 180);
  context.drawImage(bitmap, -bitmap.width / 2, -bitmap.height / 2);
  bitmap.close();
  return context.getImageData(0, 0, crop.width, crop.height);
}

async function coloursOf(
  bytes: Uint8Array,
  { type, frame, calibration }: Scaled,
): Promise<Uint32Array> {
  const { data, width, height } = await framedPixels(bytes, type, frame);
  return pictureColours(calibration, { width, height }, new Uint32Array(data.buffer));
}

const THUMBNAIL_PX = { width: 384, height: 168 };

async function thumbnail(record: ScreenRecord, bytes: Uint8Array): Promise<Result<Blob, string>> {
  const { width, height } = THUMBNAIL_PX;
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d', { alpha: false })!;
  const { source, firstPing, pingCount } = record;
  if (source.kind === 'picture') {
    // The picture itself, filling the frame.
    const pixels = await framedPixels(bytes, source.type, source.frame);
    const bitmap = await createImageBitmap(pixels);
    const scale = Math.max(width / bitmap.width, height / bitmap.height);
    context.imageSmoothingQuality = 'high';
    context.drawImage(
      bitmap,
      (width - scale * bitmap.width) / 2,
      (height - scale * bitmap.height) / 2,
      scale * bitmap.width,
      scale * bitmap.height,
    );
  } else {
    const echo = readEchoFile(bytes);
    if (!echo.ok) return fail(echo.error.message);
    const { levelsCdb, track } = echo.value;
    const stretch = {
      info: source.info,
      firstPing,
      pingCount,
      levelsCdb,
      colours: null,
      bottomDepthM: track.bottomDepthM,
    };
    const image = context.createImageData(width, height);
    drawWholeStretch(stretch, record.view, width, height, new Uint32Array(image.data.buffer));
    context.putImageData(image, 0, 0);
  }
  return ok(await canvas.convertToBlob({ type: 'image/webp', quality: 0.85 }));
}

export interface ReadPicture extends PictureFileInfo {
  /** What one of our own pictures says of itself. */
  notes: PngNotes | null;
}

/** Looks at a picture's first bytes, its notes, and whether it decodes. */
async function readPicture(bytes: Uint8Array): Promise<Result<ReadPicture, FormatFault>> {
  const info = inspectPicture(bytes);
  if (!info.ok) return info;
  const notes = info.value.type === 'image/png' ? readPngNotes(bytes) : ok(null);
  if (!notes.ok) return notes;
  try {
    const blob = new Blob([bytes as Uint8Array<ArrayBuffer>], { type: info.value.type });
    const bitmap = await createImageBitmap(blob);
    const { width: widthPx, height: heightPx } = bitmap;
    bitmap.close();
    return ok({ ...info.value, widthPx, heightPx, notes: notes.value });
  } catch {
    return fail({ code: 'truncated', message: 'the picture is cut short or damaged' });
  }
}

const libraryWork = {
  readPicture,
  thumbnail,
  /** Colours of a picture's cells; see `pictureColours`. */
  pictureCells: async (bytes: Uint8Array, scaled: Scaled) => {
    const colours = await coloursOf(bytes, scaled);
    return transfer(colours, [colours.buffer as ArrayBuffer]);
  },
  readLevelsCsv,
  readWorkspace,
  writeWorkspace: (...input: Parameters<typeof writeWorkspace>) => {
    const bytes = writeWorkspace(...input);
    return transfer(bytes, [bytes.buffer as ArrayBuffer]);
  },
  writeScreenPng,
};
export type LibraryWork = typeof libraryWork;

expose(libraryWork);
