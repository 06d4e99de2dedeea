/** The instructor's page of a room, made to be projected: nothing tells before everyone has committed. */
import { QRCodeSVG } from 'qrcode.react';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { z } from 'zod';
import { type Answer, askOf, type Ground, type Item, itemSchema } from '@core/drills';
import {
  hostStateSchema,
  type OpenedTruth,
  type RoomAnswer,
  roomAnswerSchema,
} from '@core/formats';
import { type ClassRecord, reasonOf, type Result } from '@core/records';
import {
  keepRoomAnswer,
  listClasses,
  newClass,
  saveClass,
  studentNamed,
  withStudents,
} from '@/storage/classes';
import { groundOfSealed, packQuestion, type SealedQuestion, sealQuestion } from '@/storage/exams';
import { useSettings } from '@/storage/settings';
import { Button, ButtonLink } from '@/ui/Button';
import { Card } from '@/ui/Card';
import { Choice } from '@/ui/Choice';
import { ArrowRight, Check, Eye, Lock, Users } from '@/ui/icons';
import { PageHeader } from '@/ui/PageHeader';
import { Prepared } from '@/ui/Prepared';
import { LineList } from '../LineList';
import { readKept, writeKept } from './keptJson';
import { judge, linesShown, openedTruth } from './openedTruth';
import { RoomStage, Spread, Sureness, type Told } from './RoomAnswers';
import { act, openRoom, putQuestion, type RoomKey, useRoomEvents } from './roomClient';
import { openSource, type RoomSource } from './roomSource';

const HOSTED = 'hosted-room';
const hostedSchema = z.object({
  code: z.string(),
  key: z.string(),
  addresses: z.array(z.string()),
  /** What was asked for: the part of the address that names it. */
  source: z.string(),
  name: z.string(),
  items: z.array(itemSchema),
  /** Which question stood in which round. */
  asked: z.array(z.object({ round: z.int(), index: z.int().min(0) })),
  classId: z.string(),
});
type Hosted = z.infer<typeof hostedSchema>;

function hostedBefore(): Hosted | null {
  const kept = readKept(sessionStorage, HOSTED, hostedSchema);
  return kept?.source === location.search ? kept : null;
}

interface Standing {
  index: number;
  question: SealedQuestion;
  /** As students have it. */
  sealed: Ground;
}

async function standing(
  items: readonly Item[],
  code: string,
  index: number,
): Promise<Result<Standing, string>> {
  const question = await sealQuestion(items[index], `room-${code}-${index}`);
  if (!question.ok) return question;
  const sealed = groundOfSealed(question.value.item, question.value.echoes);
  return sealed.ok
    ? { ok: true, value: { index, question: question.value, sealed: sealed.value } }
    : sealed;
}

const NOBODY = '';
const NEW = 'new';

function Lobby({ source, onOpened }: { source: RoomSource; onOpened: (hosted: Hosted) => void }) {
  const [classes, setClasses] = useState<ClassRecord[] | null>(null);
  const [classId, setClassId] = useState(NEW);
  const [chosen, setChosen] = useState(0);
  const [message, setMessage] = useState('');
  useEffect(() => {
    void listClasses().then((found) => {
      setClasses(found);
      if (found.length > 0) setClassId(found[0].id);
    });
  }, []);
  const open = async () => {
    setMessage('');
    try {
      const opened = await openRoom();
      const counts =
        classId === NEW ? (await newClass(`Room, ${source.name}`.slice(0, 80))).id : classId;
      onOpened({
        ...opened,
        name: source.name,
        items: source.isOnePicture ? [source.items[chosen]] : source.items,
        ...{ source: location.search, asked: [], classId: counts },
      });
    } catch (failure) {
      setMessage(reasonOf(failure));
    }
  };
  return (
    <div className="mx-auto flex max-w-xl flex-col gap-4 p-6">
      <Card title="Open a room" className="flex flex-col gap-3">
        <div className="flex flex-col gap-3 p-4 pt-1">
          <p className="text-ink-2">
            Everyone answers on their own phone or laptop; nobody sees the others, and nobody the
            truth, until you open it.{' '}
            {source.isOnePicture
              ? `One question about “${source.name}”: when its water is open, others about it would be no questions any more.`
              : `${source.items.length} questions from “${source.name}”.`}
          </p>
          {source.isOnePicture && (
            <Choice
              label="Ask"
              value={String(chosen)}
              options={source.items.map((item, i) => ({
                value: String(i),
                label: `${i + 1}: ${askOf(item)}`,
              }))}
              onChange={(next) => setChosen(Number(next))}
            />
          )}
          {classes && (
            <Choice
              label="Answers count for"
              value={classId}
              options={[
                ...classes.map(({ id, name }) => ({ value: id, label: name })),
                { value: NEW, label: 'a new class' },
                { value: NOBODY, label: 'nobody: nothing is kept' },
              ]}
              onChange={setClassId}
            />
          )}
          <Button look="primary" disabled={!classes} onClick={() => void open()}>
            <Users size={16} aria-hidden="true" /> Open the room
          </Button>
          <p role="alert" className="min-h-5 text-missed">
            {message}
          </p>
          <p className="text-xs text-ink-2">
            Answers pass through the server this page came from, unencrypted, and are kept there
            only while the room stands. Open rooms on networks you trust.
          </p>
        </div>
      </Card>
    </div>
  );
}

function Invitation({
  code,
  addresses,
  large,
}: Pick<Hosted, 'code' | 'addresses'> & { large: boolean }) {
  const base = addresses.at(0) ?? location.origin;
  const url = `${base}/room?code=${code}`;
  const isHere = addresses.length === 0 && /^(localhost|127\.|\[::1\])/.test(location.hostname);
  return (
    <div className={`flex items-center ${large ? 'flex-wrap gap-5' : 'gap-3'}`}>
      <QRCodeSVG
        value={url}
        size={large ? 260 : 108}
        marginSize={2}
        bgColor="#ffffff"
        fgColor="#22303a"
        title={`To the room: ${url}`}
      />
      <div>
        <p className="text-ink-2">On your phone, open</p>
        <p
          className={`font-semibold break-all ${large ? 'text-2xl' : ''}`}
        >{`${base.replace('http://', '')}/room`}</p>
        <p className="mt-2 text-ink-2">and type</p>
        <p className={`figures font-bold tracking-[0.2em] ${large ? 'text-6xl' : 'text-2xl'}`}>
          {code}
        </p>
        {isHere && large && (
          <p className="mt-3 max-w-96 text-sm text-missed">
            The server listens to this machine only, so no phone reaches it. Start it with
            HOST=0.0.0.0, on a network you trust.
          </p>
        )}
      </div>
    </div>
  );
}

function Room({
  hosted,
  onHosted,
  onOver,
}: {
  hosted: Hosted;
  onHosted: (hosted: Hosted) => void;
  onOver: () => void;
}) {
  const { units } = useSettings();
  const { code, key, classId, asked, items, name } = hosted;
  const room = useMemo<RoomKey>(() => ({ code, key }), [code, key]);
  const [stand, setStand] = useState<Standing | null>(null);
  const [answers, setAnswers] = useState<RoomAnswer[]>([]);
  const [message, setMessage] = useState('');
  const [isBusy, setBusy] = useState(false);
  const group = useRef<Promise<ClassRecord | null> | null>(null);

  const inClass = useCallback(
    (alias: string) => {
      // One after another: two new students must not be put into the same old class.
      const before =
        group.current ?? listClasses().then((all) => all.find(({ id }) => id === classId) ?? null);
      const after = before.then(async (known) => {
        if (!known || studentNamed(known, alias)) return known;
        return saveClass(withStudents(known, [{ name: alias, note: '' }]));
      });
      group.current = after;
      return after;
    },
    [classId],
  );
  const standRef = useRef<Standing | null>(null);
  const keepAnswer = useCallback(
    async ({ round, alias, answer }: RoomAnswer) => {
      const now = standRef.current;
      const isOfIt = asked.some((one) => one.round === round && one.index === now?.index);
      const judged = now && isOfIt ? judge(now.question, answer) : null;
      if (classId === NOBODY || !judged) return;
      const known = await inClass(alias);
      const student = known && studentNamed(known, alias);
      if (!known || !student) return;
      const { item } = now!.question.key;
      await keepRoomAnswer(known, {
        ...{ roomId: `room-${code}`, name, studentId: student.id, item },
        stored: { itemId: item.id, answer: judged.own, grade: judged.grade, without: null },
      });
    },
    [asked, classId, code, inClass, name],
  );
  const { state, hearing } = useRoomEvents(
    room,
    { state: hostStateSchema, answer: roomAnswerSchema },
    (answer) => {
      setAnswers((before) => [
        ...before.filter(
          ({ round, studentId }) => round === answer.round && studentId !== answer.studentId,
        ),
        answer,
      ]);
      void keepAnswer(answer).catch((failure: unknown) =>
        setMessage(`${answer.alias}’s answer could not be kept: ${reasonOf(failure)}.`),
      );
    },
  );

  const stood = asked.at(-1)?.index;
  useEffect(() => {
    // After a reload: what stands is made again from what was asked.
    if (stood === undefined || standRef.current?.index === stood) return;
    void standing(items, code, stood).then((made) => {
      if (!made.ok) return;
      standRef.current = made.value;
      setStand(made.value);
    });
  }, [stood, items, code]);
  useEffect(() => {
    // What was heard before this page knew the question it answers.
    if (stand) for (const answer of answers) void keepAnswer(answer).catch(() => undefined);
    // oxlint-disable-next-line react-hooks/exhaustive-deps -- answers that come later are kept as they come
  }, [stand]);

  const run = async (work: () => Promise<void>) => {
    setBusy(true);
    setMessage('');
    try {
      await work();
    } catch (failure) {
      setMessage(`${reasonOf(failure)}.`);
    }
    setBusy(false);
  };
  const ask = (from: number) =>
    run(async () => {
      for (let index = from; index < items.length; index++) {
        const made = await standing(items, code, index);
        // What needs its water or its truth to be asked is passed over.
        if (!made.ok) continue;
        const bytes = await packQuestion(made.value.question);
        standRef.current = made.value;
        const put = await putQuestion(room, bytes);
        setStand(made.value);
        onHosted({ ...hosted, asked: [...asked, { round: put, index }] });
        return;
      }
      setMessage('That was the last question that can be asked in a room.');
    });
  const close = () => run(async () => void (await act({ act: 'close', ...room })));
  const round = state?.round ?? 0;
  // For a moment the server may be a round ahead of this page.
  const isCurrent = asked.some((one) => one.round === round && one.index === stand?.index);
  const current = isCurrent ? stand : null;
  const told = useMemo<Told[]>(() => {
    const order = state?.students.map(({ id }) => id) ?? [];
    return answers
      .filter((answer) => answer.round === round)
      .flatMap(({ studentId, answer }) => {
        const judged = current && judge(current.question, answer);
        if (!judged) return [];
        const number = order.indexOf(studentId) + 1;
        return [{ studentId, number, sealed: answer, own: judged.own, right: judged.grade.right }];
      });
  }, [answers, round, current, state]);
  const phase = state?.phase ?? 'waiting';
  const isClosed = phase === 'closed' || phase === 'shown';
  const truth = useMemo<OpenedTruth | null>(() => {
    if (!current || !isClosed) return null;
    const answered = new Map<string, Answer>(told.map(({ studentId, own }) => [studentId, own]));
    return openedTruth(current.question, answered, units);
  }, [current, isClosed, told, units]);
  const show = () =>
    run(async () => {
      if (truth) await act({ act: 'show', ...room, truth });
    });
  const lines = phase === 'shown' && truth ? linesShown(truth, truth.lines) : [];
  const students = state?.students ?? [];
  const committed = students.filter(({ hasAnswered }) => hasAnswered).length;
  const next = (stood ?? -1) + 1;
  if (hearing === 'gone' || phase === 'ended') {
    return (
      <div className="p-6">
        <h1 className="text-xl">The room has ended</h1>
        <p className="mt-1 mb-3">
          {classId === NOBODY
            ? 'Nothing was kept of it.'
            : 'Every answer that was committed is in the class.'}
        </p>
        <div className="flex gap-2">
          {classId !== NOBODY && (
            <ButtonLink look="primary" href={`/class?id=${classId}`}>
              See the class
            </ButtonLink>
          )}
          <Button onClick={onOver}>Open another</Button>
        </div>
      </div>
    );
  }
  return (
    <div className="flex h-full min-h-[600px] flex-col">
      <PageHeader
        title={name}
        note={
          <>
            Room <b className="figures">{code}</b>
            {round > 0 && `, question ${round}`}
            {hearing === 'lost' && (
              <span className="text-missed"> · out of reach, trying again…</span>
            )}
          </>
        }
      >
        {phase === 'asked' && (
          <Button look="primary" disabled={isBusy} onClick={() => void close()}>
            <Lock size={16} aria-hidden="true" /> Close: {committed} of {students.length} have
            committed
          </Button>
        )}
        {phase === 'closed' && (
          <Button look="primary" disabled={isBusy || !truth} onClick={() => void show()}>
            <Eye size={16} aria-hidden="true" /> Open the water
          </Button>
        )}
        {(phase === 'waiting' || phase === 'shown') && (
          <Button
            look="primary"
            disabled={isBusy || next >= items.length}
            onClick={() => void ask(next)}
          >
            {isBusy ? 'Sounding…' : round === 0 ? 'Put the first question up' : 'Next question'}
            <ArrowRight size={16} aria-hidden="true" />
          </Button>
        )}
        <Button onClick={() => void run(async () => void (await act({ act: 'end', ...room })))}>
          End the room
        </Button>
      </PageHeader>
      <p role="alert" className="px-4 text-missed">
        {message}
      </p>
      <div className="flex min-h-0 flex-1 flex-col gap-4 p-4 pt-1 md:flex-row">
        <div className="min-h-72 min-w-0 flex-1" data-testid="stage">
          {current ? (
            <RoomStage
              key={round}
              item={current.question.item}
              ground={current.sealed}
              units={units}
              told={isClosed ? told : []}
              lines={lines}
            />
          ) : (
            <div className="grid h-full place-items-center">
              <Invitation {...hosted} large />
            </div>
          )}
        </div>
        <section
          aria-label="Answers, and who is here"
          tabIndex={0}
          className="flex min-h-0 shrink-0 flex-col gap-3 md:w-84 md:overflow-y-auto"
        >
          {current && (
            <Card className="flex flex-col gap-3 p-4">
              <h2 className="text-xl leading-snug">{askOf(current.question.item)}</h2>
              {isClosed && (
                <Spread
                  question={current.question}
                  told={told}
                  units={units}
                  isShown={phase === 'shown'}
                />
              )}
              {phase === 'shown' && truth && (
                <>
                  <p>
                    <span className="text-ink-2">The water says:</span> <b>{truth.words}</b>
                  </p>
                  <Sureness told={told} />
                  <LineList label="Why" lines={lines} />
                </>
              )}
            </Card>
          )}
          <Card title={`${students.length} joined`}>
            <ol className="flex flex-wrap gap-x-4 gap-y-1 p-4 pt-1" aria-label="Who is here">
              {students.map(({ id, alias, isHere, hasAnswered }, i) => (
                <li key={id} className={`flex items-center gap-1 ${isHere ? '' : 'text-ink-2'}`}>
                  <span className="figures text-xs text-ink-2">{i + 1}</span> {alias}
                  {hasAnswered && phase !== 'waiting' && (
                    <Check size={15} className="text-good" aria-label="has committed" />
                  )}
                  {!isHere && <span className="text-xs">(away)</span>}
                </li>
              ))}
              {students.length === 0 && <li className="text-ink-2">Nobody yet.</li>}
            </ol>
          </Card>
          {current && (
            <Card className="p-4">
              <Invitation {...hosted} large={false} />
            </Card>
          )}
        </section>
      </div>
    </div>
  );
}

function Hosting() {
  const [source, setSource] = useState<Result<RoomSource, string> | null>(null);
  const [hosted, setHosted] = useState(hostedBefore);
  useEffect(() => {
    // After a reload it goes on with the questions it had.
    if (hosted) return;
    void openSource(new URLSearchParams(location.search)).then(setSource);
  }, [hosted]);
  const change = (next: Hosted | null) => {
    writeKept(sessionStorage, HOSTED, next);
    setHosted(next);
  };
  if (hosted) return <Room hosted={hosted} onHosted={change} onOver={() => change(null)} />;
  if (!source) return <p className="p-6 text-ink-2">Making the questions…</p>;
  if (!source.ok) {
    return (
      <div className="p-6">
        <h1 className="text-xl">No room can be opened with this</h1>
        <p role="alert" className="mt-1 mb-3">
          {source.error}.
        </p>
        <ButtonLink href="/drills">To the drills</ButtonLink>
      </div>
    );
  }
  return (
    <>
      <PageHeader title="A room" note="Everyone commits, then the water opens." />
      <Lobby source={source.value} onOpened={change} />
    </>
  );
}

export function HostRoom() {
  return (
    <Prepared>
      <Hosting />
    </Prepared>
  );
}
