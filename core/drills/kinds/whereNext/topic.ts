/** A sort of question about a chart: what it holds, how its choices are judged, what is told with it. */
import type { RandomSource } from '../../../random';
import type { WaterContent } from '../../../waters';
import type { UnitSystem } from '../../../units';
import type { SkillId } from '../../skills';

/** One choice, judged by the rules of the water or of the schools. */
export interface Judged {
  /** As it is offered. */
  text: string;
  isAccepted: boolean;
  because: string;
}

export interface Topic<Question> {
  /** Null where the draw gives no fair one. */
  make(water: WaterContent, random: RandomSource): Question | null;
  ask(question: Question): string;
  judge(question: Question, water: WaterContent, units: UnitSystem): Judged[];
  options(question: Question): number;
  skill(question: Question): SkillId;
  difficulty: number;
  /** What the student is told beside the question. */
  situation(question: Question, water: WaterContent, units: UnitSystem): string[];
  /** Said before the choices are gone through. */
  rule?(question: Question, water: WaterContent): { title: string; text: string };
}

export const CHOICES = 4;
export const BOAT = { draftM: 0.5, marginM: 0.5 };
