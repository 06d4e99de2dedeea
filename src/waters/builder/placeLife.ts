import { depthAtM } from '@core/bottom';
import { freeId } from '@core/builder';
import { hash32, randomSource } from '@core/random';
import type { WaterContent } from '@core/waters';
import { type Target, targetSchema } from '@core/targets';
import type { LifeChoice } from './tools';

/** Fish of a choice around a place, or one school of bait; the same tap gives the same fish. */
export function placeLife(
  content: WaterContent,
  life: LifeChoice,
  xM: number,
  yM: number,
): Target[] {
  const { scene } = content;
  const random = randomSource(
    hash32(scene.seed, scene.targets.length, Math.round(xM * 100), Math.round(yM * 100)),
  );
  const low = Math.min(life.topM, life.bottomM);
  const high = Math.max(life.topM, life.bottomM);
  const [short, long] = [
    Math.min(life.leastLengthM, life.mostLengthM),
    Math.max(life.leastLengthM, life.mostLengthM),
  ];
  if (life.kind === 'bait') {
    const roomM = Math.max(0.5, depthAtM(scene.bottom, xM, yM) - 0.2);
    const heightM = Math.max(0.1, Math.min(30, high - low, roomM));
    return [
      targetSchema.parse({
        id: freeId('baitSchool', scene.targets),
        kind: 'baitSchool',
        species: life.species.trim() || 'bait',
        count: Math.max(5, life.count),
        lengthM: Math.min(0.3, (short + long) / 2),
        xM,
        yM,
        depthM: Math.min((low + high) / 2, roomM - heightM / 2),
        radiusM: life.spreadM,
        heightM,
      }),
    ];
  }
  const added: Target[] = [];
  for (let i = 0; i < life.count; i++) {
    const away = life.spreadM * Math.sqrt(random.uniform());
    const bearing = random.between(0, 2 * Math.PI);
    const x = Math.round(100 * (xM + away * Math.sin(bearing))) / 100;
    const y = Math.round(100 * (yM + away * Math.cos(bearing))) / 100;
    const lengthM = Math.round(100 * random.between(short, long)) / 100;
    const roomM = Math.max(0.2, depthAtM(scene.bottom, x, y) - 0.4 * lengthM);
    const group = `${life.species} ${scene.targets.length + 1}`.slice(0, 40);
    added.push(
      targetSchema.parse({
        id: freeId('fish', [...scene.targets, ...added]),
        kind: 'fish',
        species: life.species.trim() || 'fish',
        lengthM,
        xM: x,
        yM: y,
        depthM: Math.min(roomM, Math.round(100 * random.between(low, high)) / 100),
        headingDeg: Math.round(random.between(0, 360)),
        behaviour:
          life.behaviour === 'school'
            ? { kind: 'school', group }
            : life.behaviour === 'cruise'
              ? { kind: 'cruise' }
              : { kind: 'hold' },
      }),
    );
  }
  return added;
}
