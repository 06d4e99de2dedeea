/** What things are made of, acoustically. */
/** How strongly a material reflects, and what its rough surface scatters to all sides. */
export interface Material {
  /** 20 log|R| of a smooth piece. */
  reflectionDb: number;
  /** 10 log μ of its faces (Lambert). */
  lambertDb: number;
  /** Root-mean-square slope of its facets, per axis. */
  rmsSlope: number;
}

export const WOOD: Material = { reflectionDb: -9, lambertDb: -16, rmsSlope: 0.4 };
export const STONE: Material = { reflectionDb: -3, lambertDb: -12, rmsSlope: 0.45 };
export const CONCRETE: Material = { reflectionDb: -3, lambertDb: -13, rmsSlope: 0.16 };
export const STEEL: Material = { reflectionDb: -1, lambertDb: -11, rmsSlope: 0.2 };
export const FIBRE: Material = { reflectionDb: -8, lambertDb: -18, rmsSlope: 0.1 };
/** Packed gravel, harder and rougher than most of what silts over around it. */
export const ROADWAY: Material = { reflectionDb: -6, lambertDb: -16, rmsSlope: 0.25 };

/** What things that stand on the ground are made of, by the index a map of them keeps. */
export const MATERIALS: readonly Material[] = [WOOD, STONE, CONCRETE, STEEL, FIBRE, ROADWAY];
