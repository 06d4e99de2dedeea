/** The meeting that comes next, with all that it is held with a press away. */
import { format as formatDate } from 'date-fns/format';
import type { CourseRecord, Meeting } from '@core/records';
import { partHref } from '@/storage/courses';
import { ButtonLink } from './Button';
import { Card } from './Card';
import { Presentation } from './icons';

interface NextMeetingProps {
  course: CourseRecord;
  meeting: Meeting;
  isTeaching: boolean;
}

export function NextMeeting({ course, meeting, isTeaching }: NextMeetingProps) {
  const number = course.meetings.indexOf(meeting) + 1;
  return (
    <Card className="flex flex-col gap-2 px-5 py-4">
      <div className="flex flex-wrap items-start gap-3">
        <div className="min-w-64 flex-1">
          <p className="text-xs text-ink-2">
            {course.name}, meeting {number} of {course.meetings.length},{' '}
            {meeting.atMs === null ? 'no date yet' : formatDate(meeting.atMs, 'EEEE d MMMM, HH:mm')}
          </p>
          <h2 className="text-lg">{meeting.title}</h2>
          {isTeaching && meeting.note && <p className="max-w-prose text-ink-2">{meeting.note}</p>}
        </div>
        {isTeaching && (
          <>
            <ButtonLink href={`/class?id=${course.classId}&show=course`}>The course</ButtonLink>
            <ButtonLink look="primary" href="/bench/projector" inNewWindow>
              <Presentation size={16} aria-hidden="true" /> Students’ window
            </ButtonLink>
          </>
        )}
      </div>
      <ul className="flex flex-wrap gap-x-5 gap-y-1" aria-label={`For ${meeting.title}`}>
        {meeting.parts.map((part) => (
          <li key={part.id}>
            <a className="font-semibold text-action underline" href={partHref(part)}>
              {part.name}
            </a>
          </li>
        ))}
      </ul>
    </Card>
  );
}
