/** A course: meetings in order, each with what is shown, read and asked in it. */
import { z } from 'zod';

const timeMs = z.number().min(0);
const id = z.string().min(1).max(64);

export const PART_KINDS = ['lesson', 'page', 'drill', 'screen'] as const;
export type PartKind = (typeof PART_KINDS)[number];

const partSchema = z.object({
  /** Its own: the same lesson may stand in two places. */
  id,
  kind: z.enum(PART_KINDS),
  /** Id of the lesson, drill or screen; the skill of a handbook page. */
  of: id,
  /** As it was called when it was put in, for where it is not. */
  name: z.string().max(120),
  /** A drill that is taken before the course, and its other form after it. */
  test: z.enum(['before', 'after']).nullable().default(null),
});
export type MeetingPart = z.infer<typeof partSchema>;

const meetingSchema = z.object({
  id,
  title: z.string().trim().min(1).max(120),
  /** Begins; null while no date is set. */
  atMs: timeMs.nullable(),
  note: z.string().max(2000),
  parts: z.array(partSchema).max(40),
});
export type Meeting = z.infer<typeof meetingSchema>;

export const courseShape = {
  name: z.string().trim().min(1).max(120),
  note: z.string().max(2000),
  /** Whose it is; empty in what a student was given. */
  classId: z.string().max(64),
  meetings: z.array(meetingSchema).max(60),
};

/** How long after its beginning a meeting is still the one that is held, ms. */
const HELD_MS = 4 * 3_600_000;

/** The one that is held, or comes next; where none has a date the first. */
export function nextMeeting(meetings: readonly Meeting[], nowMs: number): Meeting | null {
  const dated = meetings
    .filter(({ atMs }) => atMs !== null && atMs + HELD_MS > nowMs)
    .toSorted((a, b) => a.atMs! - b.atMs!);
  const isDated = meetings.some(({ atMs }) => atMs !== null);
  return dated[0] ?? (isDated ? null : (meetings[0] ?? null));
}
