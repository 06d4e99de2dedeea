/** What grows, stands and lies there. */
import { Placer } from '../../builder';
import { hash32, randomSource } from '../../random';
import { fewFish } from '../waterParts';
import { COVE, depthM, outToM, REEFS, SEED, WRECK } from './bottom';

/** Where a pass over open sand meets other boats. */
export const FAIRWAY = { xM: 1450, yM: 760 };

/** Where the boats lie: two rows along the cove. */
export const mooring = (i: number) => ({
  xM: outToM(1478 + 17 * i, 3) + 20 * (i % 2),
  yM: 1478 + 17 * i,
});

export function targets() {
  const placer = new Placer(depthM);
  const random = randomSource(hash32(SEED, 4));
  // Kelp along the upper ledges, thinner below.
  for (let yM = 120; yM < 2100; yM += 62) {
    if (Math.abs(yM - COVE.yM) < 130) continue;
    const xM = outToM(yM, random.between(4.4, 5.6));
    placer.add({
      kind: 'weedBed',
      xM,
      yM,
      radiusM: random.between(7, 14),
      heightM: random.between(1.3, 2.3),
      density: random.uniform() < 0.7 ? 'dense' : 'moderate',
    });
    placer.add({
      kind: 'weedStalk',
      xM: xM + random.between(16, 26),
      yM: yM + random.between(-10, 10),
      heightM: random.between(1.4, 2.6),
    });
    for (let i = 0; i < 2; i++) {
      placer.fishAbove(
        'wrasse',
        random.between(0.24, 0.4),
        xM + random.between(8, 22),
        yM + random.between(-12, 12),
        random.between(0.5, 1.8),
        random.between(0, 360),
      );
    }
  }
  for (const reef of REEFS) {
    for (let i = 0; i < 24; i++) {
      placer.add({
        kind: 'boulder',
        xM: reef.xM + 0.5 * reef.radiusM * random.gaussian(),
        yM: reef.yM + 0.4 * reef.radiusM * random.gaussian(),
        radiusM: random.between(0.5, 1.7),
      });
    }
    placer.add({
      kind: 'rockPile',
      xM: reef.xM + 1.15 * reef.radiusM,
      yM: reef.yM - 8,
      radiusM: 7,
      heightM: 2.2,
      stones: 46,
    });
  }
  // A coaster, its hull broken open to the ribs; its deckhouse and boat lie beside it.
  placer.add({
    kind: 'wreckRibs',
    ...WRECK,
    lengthM: 34,
    beamM: 7.5,
    heightM: 3.2,
    ribs: 22,
    headingDeg: 62,
  });
  placer.add({
    kind: 'boatHull',
    xM: WRECK.xM - 4,
    yM: WRECK.yM - 14,
    lengthM: 5.5,
    beamM: 2,
    heightM: 0.8,
    headingDeg: 100,
  });
  placer.add({
    kind: 'rockPile',
    xM: WRECK.xM + 22,
    yM: WRECK.yM + 4,
    radiusM: 3.5,
    heightM: 1.4,
    stones: 26,
  });
  // Pots stand on the ground with a line to a float.
  for (const [xM, yM] of [
    [1390, 1420],
    [1410, 1432],
    [1430, 1443],
  ]) {
    const deepM = depthM(xM, yM);
    placer.add({ kind: 'boulder', xM, yM, radiusM: 0.35 });
    placer.add({
      kind: 'rope',
      xM: xM + 1,
      yM,
      depthM: 0.4,
      lengthM: Math.round(deepM + 3),
      slopeDeg: 74,
      headingDeg: 20,
    });
  }
  // The cove: a jetty, moored boats, each on its line.
  placer.add({
    kind: 'pier',
    xM: outToM(1590, 1.4) - 6,
    yM: 1590,
    lengthM: 26,
    widthM: 3,
    headingDeg: 90,
  });
  for (let i = 0; i < 6; i++) {
    const { xM, yM } = mooring(i);
    placer.add({
      kind: 'mooredBoat',
      xM,
      yM,
      lengthM: random.between(5, 8.5),
      draftM: random.between(0.3, 0.6),
      drive: i % 3 === 1 ? 'keel' : 'outboard',
      headingDeg: 200 + 14 * random.gaussian(),
    });
    placer.add({
      kind: 'rope',
      xM: xM + 4,
      yM: yM + 1,
      depthM: 0.3,
      lengthM: Math.max(3, Math.round(depthM(xM + 4, yM) * 1.6)),
      slopeDeg: 48,
      headingDeg: 205,
      radiusM: 0.02,
    });
  }
  for (let i = 0; i < 30; i++) {
    const yM = random.between(60, 2140);
    placer.add({
      kind: 'boulder',
      xM: outToM(yM, random.between(6, 12)),
      yM,
      radiusM: random.between(0.4, 1.5),
    });
  }
  fewFish(placer, 'wrasse', 5, 0.32, { xM: 318, yM: 803 }, 1.6);
  fewFish(placer, 'mullet', 5, 0.4, { xM: 118, yM: 1566 }, 1.6);
  fewFish(placer, 'pollack', 4, 0.5, { xM: 1961, yM: 1048 }, 3.4);
  // The fairway east of the ledges: who passes has a sounder of his own.
  const { xM, yM } = FAIRWAY;
  placer.add({ kind: 'passingBoat', xM: xM + 62, yM: yM - 115, headingDeg: 4, speedMps: 3.2 });
  placer.add({
    kind: 'passingBoat',
    ...{ xM: xM + 190, yM: yM + 60, headingDeg: 265, speedMps: 2.2, lengthM: 9, draftM: 0.7 },
    sounder: null,
  });
  return placer.targets;
}
