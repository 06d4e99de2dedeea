/** Keeps a canvas showing an echo: scrolls what is drawn and adds only what is new, when it can. */
import {
  type EchoSource,
  type Eye,
  type Picture,
  renderPicture,
  scrolledSince,
  type View,
} from '@core/display';

interface Drawn {
  levelsCdb: Int16Array;
  channel: number;
  view: View;
  eye: Eye;
  picture: Picture;
}

export class EchoCanvas {
  private drawn: Drawn | null = null;

  /** @param view as settled; the same object as long as nothing of it changed */
  draw(
    canvas: HTMLCanvasElement,
    source: EchoSource,
    view: View,
    picture: Picture,
    eye: Eye,
  ): void {
    const { widthPx, heightPx } = picture;
    const context = canvas.getContext('2d', { alpha: false, willReadFrequently: true });
    if (!context || widthPx === 0 || heightPx === 0) return;
    const channel = source.channel ?? 0;
    const old = this.drawn;
    const isSame =
      old !== null &&
      canvas.width === widthPx &&
      canvas.height === heightPx &&
      old.levelsCdb === source.levelsCdb &&
      old.channel === channel &&
      old.eye === eye &&
      old.view === view;
    const scrolled = isSame ? scrolledSince(old.picture, picture, view) : null;
    this.drawn = { levelsCdb: source.levelsCdb, channel, view, eye, picture };
    if (canvas.width !== widthPx || canvas.height !== heightPx) {
      canvas.width = widthPx;
      canvas.height = heightPx;
    }
    if (!scrolled) {
      const image = context.createImageData(widthPx, heightPx);
      renderPicture(source, view, picture, new Uint32Array(image.data.buffer), { eye });
      context.putImageData(image, 0, 0);
      return;
    }
    const { byPx, from, to } = scrolled;
    const isAlong = picture.kind === 'along';
    if (byPx > 0) context.drawImage(canvas, isAlong ? -byPx : 0, isAlong ? 0 : byPx);
    const image = isAlong
      ? context.createImageData(to - from, heightPx)
      : context.createImageData(widthPx, to - from);
    const pixels = new Uint32Array(image.data.buffer);
    renderPicture(source, view, picture, pixels, { eye, from, to });
    context.putImageData(image, isAlong ? from : 0, isAlong ? 0 : from);
  }
}
