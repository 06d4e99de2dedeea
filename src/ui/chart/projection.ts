/** Chart metres to pixels and back: north-up or turned, at a scale. */
export interface ChartPose {
  /** What lies in the middle of the picture. */
  centreM: { x: number; y: number };
  metresPerPx: number;
  /** Compass direction that points up, rad. */
  upRad: number;
}

export interface Projection {
  width: number;
  height: number;
  metresPerPx: number;
  upRad: number;
  toPx: (x: number, y: number) => [number, number];
  toM: (px: number, py: number) => { x: number; y: number };
  /** As `CanvasRenderingContext2D.setTransform` takes it. */
  matrix: [number, number, number, number, number, number];
}

export function projection(pose: ChartPose, width: number, height: number): Projection {
  const { centreM, metresPerPx, upRad } = pose;
  const cos = Math.cos(upRad) / metresPerPx;
  const sin = Math.sin(upRad) / metresPerPx;
  const e = width / 2 - centreM.x * cos + centreM.y * sin;
  const f = height / 2 + centreM.x * sin + centreM.y * cos;
  return {
    width,
    height,
    metresPerPx,
    upRad,
    toPx: (x, y) => [x * cos - y * sin + e, -x * sin - y * cos + f],
    toM: (px, py) => {
      const right = (px - width / 2) * metresPerPx;
      const up = (height / 2 - py) * metresPerPx;
      return {
        x: centreM.x + right * Math.cos(upRad) + up * Math.sin(upRad),
        y: centreM.y - right * Math.sin(upRad) + up * Math.cos(upRad),
      };
    },
    matrix: [cos, -sin, -sin, -cos, e, f],
  };
}

export interface Extent {
  originM: { x: number; y: number };
  cellM: number;
  columns: number;
  rows: number;
}

/** The pose that shows a whole grid, north up. */
export function wholePose(grid: Extent, width: number, height: number): ChartPose {
  const widthM = (grid.columns - 1) * grid.cellM;
  const heightM = (grid.rows - 1) * grid.cellM;
  return {
    centreM: { x: grid.originM.x + widthM / 2, y: grid.originM.y + heightM / 2 },
    metresPerPx: Math.max(widthM / Math.max(1, width), heightM / Math.max(1, height)) * 1.04,
    upRad: 0,
  };
}

/** The pose zoomed by a factor about a pixel, which keeps its place. */
export function zoomedAbout(
  pose: ChartPose,
  at: Projection,
  px: number,
  py: number,
  factor: number,
): ChartPose {
  const metresPerPx = Math.min(20, Math.max(0.01, pose.metresPerPx * factor));
  const fixed = at.toM(px, py);
  const share = metresPerPx / pose.metresPerPx;
  return {
    ...pose,
    metresPerPx,
    centreM: {
      x: fixed.x + (pose.centreM.x - fixed.x) * share,
      y: fixed.y + (pose.centreM.y - fixed.y) * share,
    },
  };
}

const NICE = [1, 2, 5];

/** A round length whose bar is at most so many pixels wide. */
export function scaleBarLength(unitPerPx: number, mostPx: number): number {
  const most = mostPx * unitPerPx;
  let best = 10 ** Math.floor(Math.log10(most));
  for (const step of NICE) {
    const length = step * 10 ** Math.floor(Math.log10(most));
    if (length <= most) best = length;
  }
  return best;
}
