/** Paints a chart: shading, areas marked by depth, contours and their labels. */
import { interpolate } from 'culori/fn';
import { type ChartGrid, type ContourLevel, openLines } from '@core/chart';
import { toRgb } from '@core/display';
import { type ChartPose, type Projection, projection } from './projection';

export interface ChartLook {
  shading: 'depth' | 'steepness';
  /** Shallower than this is hatched; null leaves it plain. */
  unsafeM: number | null;
  /** Between these depths is lit. */
  band: { fromM: number; toM: number } | null;
  stepM: number;
}

/** Slopes at and beyond this get the strongest colour. */
export const STEEPEST_SHOWN_DEG = 35;

const themeColour = (name: string) =>
  getComputedStyle(document.documentElement).getPropertyValue(name).trim();

/** 256 colours from one to another as canvas pixels. */
function ramp(from: string, to: string): Uint32Array {
  // Straight through the colour space: by way of hue, grey to brown would pass through green.
  const between = interpolate([from, to], 'oklab');
  return Uint32Array.from({ length: 256 }, (_, i) => {
    const { r, g, b } = toRgb(between(i / 255));
    const byte = (share: number) => Math.round(255 * Math.min(1, Math.max(0, share)));
    return ((255 << 24) | (byte(b) << 16) | (byte(g) << 8) | byte(r)) >>> 0;
  });
}

/** Values of a grid as a picture, one pixel a node, the southernmost row first; where there is no depth is land. */
export function shadePicture(
  grid: ChartGrid,
  values: Float32Array,
  top: number,
  shading: ChartLook['shading'],
  into: HTMLCanvasElement,
): void {
  const { columns, rows } = grid;
  const colours =
    shading === 'depth'
      ? ramp(themeColour('--map-shallow'), themeColour('--map-deep'))
      : ramp(themeColour('--map-level'), themeColour('--map-steep'));
  if (into.width !== columns || into.height !== rows) {
    into.width = columns;
    into.height = rows;
  }
  const context = into.getContext('2d')!;
  const image = context.createImageData(columns, rows);
  const pixels = new Uint32Array(image.data.buffer);
  const scale = 255 / Math.max(0.001, top);
  const land = ramp(themeColour('--map-land'), themeColour('--map-land'))[0];
  for (let i = 0; i < pixels.length; i++) {
    if (grid.depthsM[i] === 0) pixels[i] = land;
    else pixels[i] = colours[Math.min(255, Math.max(0, Math.round(values[i] * scale)))];
  }
  context.putImageData(image, 0, 0);
}

/** What a bottom is made of as a picture, one pixel a node. */
export function sedimentPicture(
  grid: ChartGrid,
  cells: ArrayLike<number>,
  colours: readonly string[],
  into: HTMLCanvasElement,
): void {
  into.width = grid.columns;
  into.height = grid.rows;
  const context = into.getContext('2d')!;
  const image = context.createImageData(grid.columns, grid.rows);
  const pixels = new Uint32Array(image.data.buffer);
  const table = colours.map((hex) => {
    const { r, g, b } = toRgb(hex)!;
    return ((255 << 24) | ((b * 255) << 16) | ((g * 255) << 8) | (r * 255)) >>> 0;
  });
  for (let i = 0; i < pixels.length; i++) pixels[i] = table[cells[i]] ?? table[0];
  context.putImageData(image, 0, 0);
}

/** Contours made ready for drawing, in metres. */
export interface ContourPaths {
  depthM: number;
  /** Where it is at least this deep. */
  area: Path2D;
  line: Path2D;
  pieces: Float64Array[];
}

export function contourPaths(grid: ChartGrid, levels: readonly ContourLevel[]): ContourPaths[] {
  return levels.map(({ depthM, rings }) => {
    const area = new Path2D();
    const line = new Path2D();
    const pieces: Float64Array[] = [];
    for (const ring of rings) {
      trace(area, ring);
      area.closePath();
      for (const piece of openLines(grid, ring)) {
        trace(line, piece);
        pieces.push(piece);
      }
    }
    return { depthM, area, line, pieces };
  });
}

function trace(path: Path2D, points: Float64Array): void {
  path.moveTo(points[0], points[1]);
  for (let i = 2; i < points.length; i += 2) path.lineTo(points[i], points[i + 1]);
}

let hatchTile: { colour: string; tile: HTMLCanvasElement } | null = null;

/** Diagonal lines: what is unsafe is told by pattern as well as by colour. */
function hatch(colour: string): HTMLCanvasElement {
  if (hatchTile?.colour === colour) return hatchTile.tile;
  const tile = document.createElement('canvas');
  tile.width = tile.height = 9;
  const context = tile.getContext('2d')!;
  context.strokeStyle = colour;
  context.lineWidth = 1.6;
  context.beginPath();
  for (const shift of [-9, 0, 9]) {
    context.moveTo(shift, 9);
    context.lineTo(shift + 9, 0);
  }
  context.stroke();
  hatchTile = { colour, tile };
  return tile;
}

const LABEL_EVERY_PX = 420;
const LEAST_LABELLED_PX = 110;

interface DrawInput {
  grid: ChartGrid;
  picture: HTMLCanvasElement;
  contours: readonly ContourPaths[];
  look: ChartLook;
  /** Depth in the unit shown, without it. */
  label: (depthM: number) => string;
}

/** @param dpr device pixels for a CSS pixel; the canvas is that much larger than the projection */
function drawChart(
  context: CanvasRenderingContext2D,
  at: Projection,
  dpr: number,
  { grid, picture, contours, look, label }: DrawInput,
): void {
  const inPixels = () => context.setTransform(dpr, 0, 0, dpr, 0, 0);
  const inMetres = () =>
    context.setTransform(...(at.matrix.map((value) => value * dpr) as typeof at.matrix));
  inPixels();
  context.clearRect(0, 0, at.width, at.height);

  const { originM, cellM, columns, rows } = grid;
  inMetres();
  context.save();
  // The outer half of the outermost cells lies beyond the last nodes: nothing is known there.
  context.beginPath();
  context.rect(originM.x, originM.y, (columns - 1) * cellM, (rows - 1) * cellM);
  context.clip();
  context.translate(originM.x - cellM / 2, originM.y - cellM / 2);
  context.scale(cellM, cellM);
  context.imageSmoothingEnabled = true;
  context.drawImage(picture, 0, 0);
  context.restore();

  const ink = themeColour('--map-line');
  const exactly = (depthM: number) =>
    contours.find((contour) => Math.abs(contour.depthM - depthM) < 1e-6);
  const whole = new Path2D();
  whole.rect(originM.x, originM.y, (columns - 1) * cellM, (rows - 1) * cellM);

  if (look.band) {
    const from = exactly(look.band.fromM);
    const to = exactly(look.band.toM);
    const band = new Path2D();
    band.addPath(from?.area ?? whole);
    if (to) band.addPath(to.area);
    context.save();
    context.clip(whole);
    context.fillStyle = themeColour('--map-band');
    context.globalAlpha = 0.55;
    context.fill(band, 'evenodd');
    context.globalAlpha = 1;
    context.strokeStyle = themeColour('--map-band-edge');
    context.lineWidth = 1.6 * at.metresPerPx;
    if (from) context.stroke(from.line);
    if (to) context.stroke(to.line);
    context.restore();
  }
  if (look.unsafeM !== null) {
    const deepEnough = exactly(look.unsafeM);
    if (deepEnough) {
      const unsafe = new Path2D();
      unsafe.addPath(whole);
      unsafe.addPath(deepEnough.area);
      context.save();
      context.clip(whole);
      context.clip(unsafe, 'evenodd');
      inPixels();
      context.fillStyle = themeColour('--map-unsafe');
      context.globalAlpha = 0.28;
      context.fillRect(0, 0, at.width, at.height);
      context.globalAlpha = 0.8;
      context.fillStyle = context.createPattern(hatch(themeColour('--map-unsafe')), 'repeat')!;
      context.fillRect(0, 0, at.width, at.height);
      context.restore();
      inMetres();
      context.strokeStyle = themeColour('--map-unsafe');
      context.lineWidth = 1.8 * at.metresPerPx;
      context.stroke(deepEnough.line);
    }
  }

  const plain = contours.filter(({ depthM }) => isStep(depthM, look.stepM));
  context.strokeStyle = ink;
  context.lineJoin = 'round';
  for (const contour of plain) {
    const isIndex = isStep(contour.depthM, 5 * look.stepM);
    context.globalAlpha = isIndex ? 0.6 : 0.3;
    context.lineWidth = (isIndex ? 1.3 : 0.8) * at.metresPerPx;
    context.stroke(contour.line);
  }
  context.globalAlpha = 1;

  inPixels();
  context.font = `600 11px 'Atkinson Hyperlegible Mono Variable', monospace`;
  context.textAlign = 'center';
  context.textBaseline = 'middle';
  const taken: [number, number][] = [];
  for (const contour of plain) {
    const text = label(contour.depthM);
    for (const piece of contour.pieces) {
      for (const place of labelPlaces(piece, at)) {
        if (taken.some(([x, y]) => Math.hypot(x - place.x, y - place.y) < 44)) continue;
        taken.push([place.x, place.y]);
        context.save();
        context.translate(place.x, place.y);
        context.rotate(place.angle);
        context.strokeStyle = themeColour('--map-shallow');
        context.lineWidth = 3.5;
        context.strokeText(text, 0, 0);
        context.fillStyle = ink;
        context.fillText(text, 0, 0);
        context.restore();
      }
    }
  }
}

const isStep = (depthM: number, stepM: number) =>
  Math.abs(depthM / stepM - Math.round(depthM / stepM)) < 1e-4;

/** Where a line carries its depth: every so many pixels, along it, upright. */
function labelPlaces(
  piece: Float64Array,
  at: Projection,
): { x: number; y: number; angle: number }[] {
  const places: { x: number; y: number; angle: number }[] = [];
  let along = 0;
  let next = LEAST_LABELLED_PX / 2;
  let [x0, y0] = at.toPx(piece[0], piece[1]);
  for (let i = 2; i < piece.length; i += 2) {
    const [x, y] = at.toPx(piece[i], piece[i + 1]);
    const step = Math.hypot(x - x0, y - y0);
    along += step;
    if (along >= next && x > 20 && y > 12 && x < at.width - 20 && y < at.height - 12) {
      let angle = Math.atan2(y - y0, x - x0);
      if (Math.abs(angle) > Math.PI / 2) angle += Math.PI;
      places.push({ x: (x + x0) / 2, y: (y + y0) / 2, angle });
      next = along + LABEL_EVERY_PX;
    }
    [x0, y0] = [x, y];
  }
  return along < LEAST_LABELLED_PX ? [] : places;
}

/** A sheet reaches so far beyond the view on every side, as a share of it. */
const MARGIN = 0.3;

/** Draws a chart, and while it is only moved shows a sheet drawn once, somewhat larger than the view. */
export class ChartPainter {
  private readonly sheet = document.createElement('canvas');
  private drawn: { pose: ChartPose; input: unknown } | null = null;
  private last: ChartPose | null = null;

  /** @param input drawn anew whenever it is another */
  paint(
    canvas: HTMLCanvasElement,
    pose: ChartPose,
    { width, height }: { width: number; height: number },
    dpr: number,
    input: DrawInput,
  ): void {
    const context = canvas.getContext('2d');
    if (!context) return;
    const wasMoved =
      this.last !== null &&
      this.last.metresPerPx === pose.metresPerPx &&
      this.last.upRad === pose.upRad &&
      canvas.width === Math.round(width * dpr) &&
      canvas.height === Math.round(height * dpr);
    this.last = pose;
    fit(canvas, width * dpr, height * dpr);
    // What is zoomed is another picture each time: a larger sheet would only cost more.
    if (!wasMoved) {
      this.drawn = null;
      drawChart(context, projection(pose, width, height), dpr, input);
      return;
    }
    const [marginX, marginY] = [Math.round(MARGIN * width), Math.round(MARGIN * height)];
    const moved = () => {
      const at = projection(this.drawn!.pose, width, height);
      const [x, y] = at.toPx(pose.centreM.x, pose.centreM.y);
      return [x - width / 2, y - height / 2];
    };
    const isOnSheet = () => {
      if (this.drawn?.input !== input || this.drawn.pose.metresPerPx !== pose.metresPerPx)
        return false;
      const [dx, dy] = moved();
      return Math.abs(dx) <= marginX && Math.abs(dy) <= marginY;
    };
    if (!isOnSheet()) {
      const [wide, high] = [width + 2 * marginX, height + 2 * marginY];
      fit(this.sheet, wide * dpr, high * dpr);
      drawChart(this.sheet.getContext('2d')!, projection(pose, wide, high), dpr, input);
      this.drawn = { pose, input };
    }
    const [dx, dy] = moved();
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.clearRect(0, 0, canvas.width, canvas.height);
    context.drawImage(
      this.sheet,
      -Math.round((marginX + dx) * dpr),
      -Math.round((marginY + dy) * dpr),
    );
  }
}

function fit(canvas: HTMLCanvasElement, width: number, height: number): void {
  const [w, h] = [Math.round(width), Math.round(height)];
  if (canvas.width !== w || canvas.height !== h) {
    canvas.width = w;
    canvas.height = h;
  }
}
