/** Pictures and short films of the echoes on the bench, for slides. */

const FRAMES_A_SECOND = 20;
const GAP_PX = 6;
const LABEL_PX = 26;

/** All echo pictures of the page on one canvas, as they lie, with what is drawn over them left out. */
function composeOnto(canvas: HTMLCanvasElement, area: HTMLElement, caption: string): void {
  const box = area.getBoundingClientRect();
  const width = Math.max(2, Math.round(box.width));
  const height = Math.max(2, Math.round(box.height)) + LABEL_PX;
  // Films want even sides.
  if (canvas.width !== width - (width % 2)) canvas.width = width - (width % 2);
  if (canvas.height !== height - (height % 2)) canvas.height = height - (height % 2);
  const context = canvas.getContext('2d')!;
  context.fillStyle = '#f4f0e6';
  context.fillRect(0, 0, canvas.width, canvas.height);
  for (const picture of area.querySelectorAll('canvas')) {
    const at = picture.getBoundingClientRect();
    context.drawImage(picture, at.left - box.left, at.top - box.top, at.width, at.height);
  }
  context.fillStyle = '#22303a';
  context.font = '600 14px sans-serif';
  context.fillText(caption, GAP_PX, canvas.height - 8);
}

export async function picturePng(area: HTMLElement, caption: string): Promise<Uint8Array> {
  const canvas = document.createElement('canvas');
  composeOnto(canvas, area, caption);
  const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
  if (!blob) throw new Error('the browser gave no picture');
  return new Uint8Array(await blob.arrayBuffer());
}

export interface Clip {
  /** The film, once its time is up or it is stopped. */
  done: Promise<Uint8Array>;
  stop: () => void;
}

/** Films the pictures from now on. @param onSecond told how many seconds are left */
export function filmClip(
  area: HTMLElement,
  caption: string,
  seconds: number,
  onSecond: (left: number) => void,
): Clip {
  const canvas = document.createElement('canvas');
  composeOnto(canvas, area, caption);
  const stream = canvas.captureStream(FRAMES_A_SECOND);
  const recorder = new MediaRecorder(stream, { mimeType: 'video/webm' });
  const parts: Blob[] = [];
  recorder.ondataavailable = ({ data }) => data.size > 0 && parts.push(data);
  const draw = setInterval(() => composeOnto(canvas, area, caption), 1000 / FRAMES_A_SECOND);
  let left = seconds;
  onSecond(left);
  const count = setInterval(() => {
    left -= 1;
    onSecond(Math.max(0, left));
    if (left <= 0) stop();
  }, 1000);
  const stop = () => {
    clearInterval(draw);
    clearInterval(count);
    if (recorder.state !== 'inactive') recorder.stop();
  };
  const done = new Promise<Uint8Array>((resolve, reject) => {
    recorder.onstop = () => {
      for (const track of stream.getTracks()) track.stop();
      void new Blob(parts, { type: 'video/webm' })
        .arrayBuffer()
        .then((bytes) => resolve(new Uint8Array(bytes)), reject);
    };
    recorder.onerror = () => reject(new Error('the browser stopped filming'));
  });
  recorder.start();
  return { done, stop };
}
