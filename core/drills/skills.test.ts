import { describe, expect, it } from 'vitest';
import { REGION_LABELS } from '../reading/labels';
import { INSTRUMENTS } from '../sounding';
import { binOf, BINS, LOOK_ALIKES } from './lookAlikes';
import { SKILL_IDS, SKILL_INSTRUMENTS, skillOfMark, SKILLS, skillsFor } from './skills';

describe('skills', () => {
  it('are about twenty-five, each with a name and where it is trained', () => {
    expect(SKILL_IDS).toHaveLength(25);
    for (const id of SKILL_IDS) {
      expect(SKILLS[id].length).toBeGreaterThan(3);
      expect(SKILL_INSTRUMENTS[id]).toBeDefined();
    }
    // Every instrument trains something.
    for (const instrument of INSTRUMENTS) {
      expect(SKILL_IDS.some((id) => SKILL_INSTRUMENTS[id].includes(instrument))).toBe(true);
    }
  });
  it('follow from what is marked, and on what', () => {
    expect(skillOfMark('fish', 'cone')).toBe('archAndSpeed');
    expect(skillOfMark('fish', 'sideFans')).toBe('shadows');
    expect(skillOfMark('fish', 'downFan')).toBe('downFan');
    expect(skillOfMark('rock', 'sideFans')).toBe('rock');
    expect(skillOfMark('bait', 'cone')).toBe('baitAndFish');
    for (const label of REGION_LABELS) expect(skillOfMark(label, 'sector')).toBe('sector');
  });
  it('of a screen follow from its instrument and what can be seen', () => {
    expect(skillsFor('cone', ['fish', 'bait'], false)).toEqual(['archAndSpeed', 'baitAndFish']);
    expect(skillsFor('cone', ['rock'], true)).toEqual(['archAndSpeed', 'empties', 'rock']);
    expect(skillsFor('cone', ['rock'], false)).toEqual(['archAndSpeed', 'rock']);
    expect(skillsFor('sideFans', ['built', 'fish'], false)).toEqual([
      'sideGeometry',
      'shadows',
      'built',
    ]);
  });
});

describe('look-alikes', () => {
  it('name at least three others for every sort, never itself', () => {
    for (const label of REGION_LABELS) {
      const alike = LOOK_ALIKES[label];
      expect(alike.length).toBeGreaterThanOrEqual(3);
      expect(alike).not.toContain(label);
      expect(new Set(alike).size).toBe(alike.length);
    }
  });
  it('know where each mark belongs, and what belongs nowhere', () => {
    expect(binOf('weed')).toBe('structure');
    expect(binOf('crossTalk')).toBe('rubbish');
    expect(binOf('lure')).toBeNull();
    expect(binOf('bottomHard')).toBeNull();
    const used = new Set(REGION_LABELS.map(binOf).filter(Boolean));
    expect(used).toEqual(new Set(BINS));
  });
});
