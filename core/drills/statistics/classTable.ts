/** Who of a class reads what how well: skills down, readers across. */
import { SKILL_IDS, type SkillId } from '../skills';
import { type Answered, type SkillFigures, skillFiguresOf } from './answers';

export interface Reader {
  id: string;
  answered: readonly Answered[];
}

export interface SkillRow {
  skill: SkillId;
  /** By reader; who was never asked has none. */
  cells: ReadonlyMap<string, SkillFigures>;
  /** Mean ability of those who were asked. */
  theta: number;
}

/** Only skills that somebody was asked about, in the order in which they are taught. */
export function classTable(readers: readonly Reader[]): SkillRow[] {
  const figures = readers.map(({ id, answered }) => ({ id, skills: skillFiguresOf(answered) }));
  return SKILL_IDS.flatMap((skill) => {
    const cells = new Map(
      figures.flatMap(({ id, skills }) => {
        const own = skills.find((one) => one.skill === skill);
        return own ? [[id, own] as const] : [];
      }),
    );
    if (cells.size === 0) return [];
    const sum = [...cells.values()].reduce((total, { theta }) => total + theta, 0);
    return [{ skill, cells, theta: sum / cells.size }];
  });
}
