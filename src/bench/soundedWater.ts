/** The water of a run as it is sounded: with what the hand holds in it, along the way as it is sailed. */
import type { PassRun } from '@core/pass';
import type { WaterContent } from '@core/waters';
import { passWithFaults, type Setup, withFaults } from '@core/setup';
import type { Instrument } from '@core/sounding';
import type { Target } from '@core/targets';
import { boatMotion } from '@core/water';
import type { RunRequest } from './instrumentRun';

export class SoundedWater {
  constructor(
    private readonly water: WaterContent,
    /** What has been put into it for this run: a lure in the hand. */
    private readonly inHand: readonly Target[] = [],
  ) {
    const { scene } = water;
    // The truth of pings already heard counts targets by their place in the list: none may move.
    const held = new Map(inHand.map((target) => [target.id, target]));
    const targets = scene.targets.map((target) => held.get(target.id) ?? target);
    for (const { id } of scene.targets) held.delete(id);
    targets.push(...held.values());
    this.scene = inHand.length === 0 ? scene : { ...scene, targets };
  }

  readonly scene: WaterContent['scene'];

  with(inHand: readonly Target[]): SoundedWater {
    const next = new SoundedWater(this.water, inHand);
    next.sailedLast = this.sailedLast;
    return next;
  }

  private sailedLast: { pass: PassRun; setup: Setup; way: PassRun } | null = null;

  /** The way with the waves and the faults of a setup; asked for at every frame. */
  sailed(setup: Setup, pass: PassRun): PassRun {
    const last = this.sailedLast;
    if (last?.pass === pass && last.setup === setup) return last.way;
    const { waveHeightM } = setup.boat;
    const motion = boatMotion({ ...this.water.conditions, waveHeightM });
    const way = passWithFaults({ ...pass, ...motion }, setup);
    this.sailedLast = { pass, setup, way };
    return way;
  }

  requestFor(instrument: Instrument, setup: Setup, pass: PassRun): RunRequest {
    const { sounders, rig } = withFaults(setup);
    return {
      scene: this.scene,
      sounder: sounders[instrument],
      rig,
      pass: this.sailed(setup, pass),
      truth: true,
    };
  }
}
