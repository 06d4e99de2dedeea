/** Classes and what their students handed in, as they are stored. */
import { z } from 'zod';
import { attemptShape } from './drills';

const timeMs = z.number().min(0);
const personName = z.string().trim().min(1).max(80);

export const studentSchema = z.object({
  id: z.string().min(1).max(64),
  /** A name or an alias; nothing else is needed. */
  name: personName,
  note: z.string().max(600).default(''),
  isPresent: z.boolean().default(true),
  archivedAtMs: timeMs.nullable().default(null),
});
export type Student = z.infer<typeof studentSchema>;

export const classShape = {
  name: personName,
  note: z.string().max(2000),
  students: z.array(studentSchema).max(200),
};

/** One go of one student. Its record bears the attempt's id, so that the same go counts once. */
export const resultShape = {
  classId: z.string().max(64),
  studentId: z.string().max(64),
  /** Answers as they were handed in; grades as this browser found them from the truth it holds. */
  attempt: z.object(attemptShape),
  /** What could not be graded here, and why; it counts neither way. */
  ungraded: z.array(z.object({ itemId: z.string(), reason: z.string() })).max(500),
};
