import { render } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { EchoPoint } from '@core/display';
import { cellReading } from './cellReading';
import { sound, testRequest, testScene } from '../../../tests/fixtures/scene';

const PINGS = 21;
const DEPTH_M = 8.4;
const heard = (sounder?: Record<string, unknown>) => {
  const { info, block } = sound(
    testRequest(testScene({ depthM: DEPTH_M }), { sounder, pingCount: PINGS, draftM: 0.3 }),
  );
  const { track, levelsCdb } = block;
  return { info, track, levelsCdb, slot: 0, latestSlot: PINGS - 1 };
};
const at = (echo: ReturnType<typeof heard>, rangeM: number, rest: Partial<EchoPoint> = {}) => ({
  ping: 0,
  beam: 0,
  channel: 0,
  bin: Math.floor(rangeM / echo.info.rangeStepM),
  ...rest,
});
/** Its lines by name, as they are shown. */
function lines(...of: Parameters<typeof cellReading>): Record<string, string> {
  const { container } = render(cellReading(...of).shown);
  const names = [...container.querySelectorAll('div dt')].map(({ textContent }) => textContent!);
  const values = [...container.querySelectorAll('dd')].map(({ textContent }) => textContent!);
  return Object.fromEntries(names.map((name, i) => [name, values[i]]));
}
const metres = (words: string) => Number(words.replace(/ m$/, ''));

describe('what a cell says', () => {
  it('under a cone is its depth from the surface, and how long ago and how far behind', () => {
    const echo = heard();
    const said = lines(echo, at(echo, 5), 'metric');
    expect(metres(said.Depth)).toBeCloseTo(5.3, 1);
    // Twenty pings at ten a second, 1.5 m/s.
    expect(said.Age).toBe('2.0 s');
    expect(said['Distance behind']).toBe('3.0 m');
    expect(said.Level).toMatch(/^−?\d+\.\d dB$/);
  });

  it('is louder at the bottom than in the water above it', () => {
    const echo = heard();
    const level = (rangeM: number) => parseFloat(lines(echo, at(echo, rangeM), 'metric').Level);
    expect(level(DEPTH_M - 0.25)).toBeGreaterThan(level(DEPTH_M - 2) + 20);
  });

  it('of side fans is a slant range, and its distance over the ground on its side', () => {
    const echo = heard({ instrument: 'sideFans' });
    const starboard = echo.info.channels.findIndex(({ name }) => name === 'starboard');
    const said = lines(echo, at(echo, 13.5, { channel: starboard }), 'metric');
    expect(metres(said['Slant range'])).toBeCloseTo(13.5, 1);
    expect(metres(said['Over ground, starboard'])).toBeCloseTo(Math.sqrt(13.5 ** 2 - 8.1 ** 2), 0);
    expect(said.Depth).toBeUndefined();
  });

  it('of the sector is its depth, and ahead or behind the mount', () => {
    const echo = heard({
      instrument: 'sector',
      aimDeg: 0,
      spanDeg: 100,
      beamCount: 41,
    });
    const angles = echo.info.channels[0].beamAnglesDeg;
    const ahead = angles.length - 3;
    const rad = (angles[ahead] * Math.PI) / 180;
    const said = lines(echo, at(echo, 6, { beam: ahead }), 'metric');
    expect(metres(said['Ahead of the mount'])).toBeCloseTo(6 * Math.sin(rad), 0);
    expect(metres(said.Depth)).toBeCloseTo(0.3 + 6 * Math.cos(rad), 0);
    expect(lines(echo, at(echo, 6, { beam: 2 }), 'metric')['Behind the mount']).toBeDefined();
  });

  it('is said in the units that are set', () => {
    const echo = heard();
    expect(lines(echo, at(echo, 5), 'imperial').Depth).toMatch(/^17\.\d+ ft$/);
  });

  it('leaves out what nobody knows of a picture', () => {
    const echo = heard();
    echo.track.timeS.fill(NaN);
    echo.track.alongM.fill(NaN);
    const said = lines(echo, at(echo, 5), 'metric');
    expect(Object.keys(said)).toEqual(['Depth', 'Level']);
  });

  it('is one sentence for the ear, its cause first where that may be told', () => {
    const echo = heard();
    const { text } = cellReading(echo, at(echo, 5), 'metric', 'perch, 34 cm');
    expect(text).toMatch(/^perch, 34 cm, Depth 5\.\d+ m, Level .* dB, Age 2\.0 s, /);
    expect(cellReading(echo, at(echo, 5), 'metric').text).toMatch(/^Depth/);
  });
});
