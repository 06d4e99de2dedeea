import type { ScreenRecord } from '@core/records';
import { CONE_PRESETS } from '@core/sounding';

/** The sounder of a screen in a few words. */
export function sounderName(screen: ScreenRecord): string {
  const { frequencyHz, chirp, beamwidthDeg } = screen.sounder;
  const preset = Object.values(CONE_PRESETS).find(
    (candidate) =>
      candidate.frequencyHz === frequencyHz &&
      candidate.beamwidthDeg === beamwidthDeg &&
      (candidate.chirp === null) === (chirp === null),
  );
  return `Cone ${preset?.label ?? `${frequencyHz / 1000} kHz, ${beamwidthDeg}°`}`;
}
