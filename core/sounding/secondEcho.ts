import { type FineBottom, secondEchoRatio, SEDIMENTS } from '../bottom';

/**
 * Bottom, surface, bottom: the first echo at twice its range, twice as long, once more absorbed. Adds it
 * to the bottom's mean energy of a row, by the sediment beneath the sounder.
 */
export class SecondEcho {
  /** Energy over that of the first echo, by sediment, for one unit of source. */
  private readonly ratios: number[];

  /**
   * @param beamVariances as `secondEchoRatio` takes them
   * @param attenuated source intensity after absorption there and back, by cell
   */
  constructor(
    fine: FineBottom,
    beamVariances: readonly [number, number],
    private readonly attenuated: Float64Array,
    sourceIntensity: number,
    private readonly cells: number,
  ) {
    this.ratios = fine.sediments.map(
      (name) => secondEchoRatio(SEDIMENTS[name], beamVariances) / sourceIntensity,
    );
  }

  /** @param sediment index of the sediment beneath, in the bottom's list */
  addTo(mean: Float64Array, sediment: number): void {
    const { attenuated, cells } = this;
    const share = this.ratios[sediment] / 2;
    for (let i = (cells - 1) >> 1; i > 0; i--) {
      if (mean[i] === 0) continue;
      const echo = mean[i] * share * attenuated[i];
      mean[2 * i] += echo;
      if (2 * i + 1 < cells) mean[2 * i + 1] += echo;
    }
  }
}
