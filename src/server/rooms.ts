/**
 * Rooms: an instructor's page asks, students' pages answer, and this passes on what each may know. Nothing is written down; a
 * room is gone when it ends, when nobody listens for half an hour, or after six.
 */
import { randomBytes, randomInt } from 'node:crypto';
import type { Answer } from '@core/drills';
import {
  CODE_LENGTH,
  CODE_LETTERS,
  type HostState,
  MOST_STUDENTS,
  type OpenedTruth,
  type RoomAnswer,
  type RoomPhase,
  type StudentState,
} from '@core/formats';

const MOST_ROOMS = 20;
const IDLE_MS = 30 * 60_000;
const LONGEST_MS = 6 * 3_600_000;
/** Pages of one person that listen at a time. */
const MOST_PAGES = 3;
/** Acts of one key: so many at once, and so many a second after that. */
const BURST = 20;
const ACTS_PER_S = 4;
/** Codes that name no room, of one address: people mistype, nobody may search. */
const MISSES = 12;
const MISSES_PER_S = 0.1;

/** The same where there is no such room: a code cannot be tried out by asking. */
const NOT_HERE = 'you are not in this room, or it has ended; join it again';

export type Say = (event: 'state' | 'answer', data: unknown) => void;

interface Person {
  pages: Set<Say>;
  acts: Allowance;
}

interface Student extends Person {
  id: string;
  alias: string;
  answer: Answer | null;
}

interface Room {
  code: string;
  hostKey: string;
  host: Person;
  students: Map<string, Student>;
  phase: RoomPhase;
  round: number;
  question: Uint8Array | null;
  truth: OpenedTruth | null;
  openedAtMs: number;
  usedAtMs: number;
}

/** So many at once, refilled with time. */
class Allowance {
  private left: number;
  private atMs: number;
  constructor(
    private readonly most: number,
    private readonly perS: number,
    nowMs: number,
  ) {
    this.left = most;
    this.atMs = nowMs;
  }

  take(nowMs: number): boolean {
    this.left = this.at(nowMs);
    this.atMs = nowMs;
    if (this.left < 1) return false;
    this.left--;
    return true;
  }

  /** How many there would be now. */
  at(nowMs: number): number {
    return Math.min(this.most, this.left + ((nowMs - this.atMs) / 1000) * this.perS);
  }
}

/** Why something was refused, as people read it. */
export class RoomRefusal extends Error {
  constructor(
    readonly status: 403 | 404 | 409 | 429 | 503,
    message: string,
  ) {
    super(message);
  }
}

export class Rooms {
  private readonly rooms = new Map<string, Room>();
  /** By address. */
  private readonly misses = new Map<string, Allowance>();

  constructor(private readonly now: () => number = Date.now) {}

  get count(): number {
    return this.rooms.size;
  }

  private person(): Person {
    return { pages: new Set(), acts: new Allowance(BURST, ACTS_PER_S, this.now()) };
  }

  /** @throws RoomRefusal where there are as many as there may be */
  open(): { code: string; key: string } {
    this.sweep();
    if (this.rooms.size >= MOST_ROOMS) {
      throw new RoomRefusal(503, 'as many rooms as there may be are open');
    }
    let code: string;
    do {
      code = Array.from(
        { length: CODE_LENGTH },
        () => CODE_LETTERS[randomInt(CODE_LETTERS.length)],
      ).join('');
    } while (this.rooms.has(code));
    const hostKey = randomBytes(18).toString('base64url');
    this.rooms.set(code, {
      ...{ code, hostKey, host: this.person(), students: new Map() },
      ...{ phase: 'waiting', round: 0, question: null, truth: null },
      ...{ openedAtMs: this.now(), usedAtMs: this.now() },
    });
    return { code, key: hostKey };
  }

  private room(code: string): Room | null {
    const room = this.rooms.get(code);
    if (!room || this.isOver(room)) return null;
    room.usedAtMs = this.now();
    return room;
  }

  private isOver({ openedAtMs, usedAtMs, host, students }: Room): boolean {
    const isListened =
      host.pages.size > 0 || [...students.values()].some(({ pages }) => pages.size > 0);
    const nowMs = this.now();
    return nowMs - openedAtMs > LONGEST_MS || (!isListened && nowMs - usedAtMs > IDLE_MS);
  }

  /** Forgets the rooms whose time is up. */
  sweep(): void {
    for (const room of this.rooms.values()) if (this.isOver(room)) this.drop(room);
    for (const [from, misses] of this.misses) {
      if (misses.at(this.now()) >= MISSES) this.misses.delete(from);
    }
  }

  private drop(room: Room): void {
    room.phase = 'ended';
    this.tellAll(room);
    this.rooms.delete(room.code);
  }

  private hosted(code: string, key: string): Room {
    const room = this.room(code);
    if (key !== room?.hostKey) throw new RoomRefusal(403, NOT_HERE);
    this.allow(room.host);
    return room;
  }

  private allow({ acts }: Person): void {
    if (!acts.take(this.now()))
      throw new RoomRefusal(429, 'that was too much at once; wait a moment');
  }

  private attended(code: string, key: string): { room: Room; student: Student } {
    const room = this.room(code);
    const student = room?.students.get(key);
    if (!room || !student) throw new RoomRefusal(403, NOT_HERE);
    return { room, student };
  }

  /**
   * @param from the address that asks
   * @returns the student's key: what shows that it is they who answer
   */
  join(code: string, alias: string, from: string): string {
    const misses = this.misses.get(from);
    if (misses && misses.at(this.now()) < 1) {
      throw new RoomRefusal(429, 'too many codes were tried from here; wait a minute');
    }
    const room = this.room(code);
    if (!room) {
      const counted = misses ?? new Allowance(MISSES, MISSES_PER_S, this.now());
      counted.take(this.now());
      this.misses.set(from, counted);
      throw new RoomRefusal(404, 'there is no room of this code, or it has ended');
    }
    const others = [...room.students.values()];
    if (others.some((other) => other.alias.toLowerCase() === alias.toLowerCase())) {
      throw new RoomRefusal(409, `somebody here is called ${alias} already; choose another name`);
    }
    if (others.length >= MOST_STUDENTS) throw new RoomRefusal(503, 'the room is full');
    const key = randomBytes(18).toString('base64url');
    room.students.set(key, { ...this.person(), id: `s${others.length + 1}`, alias, answer: null });
    this.tellHost(room);
    return key;
  }

  /** Puts a question up, in place of the last. */
  ask(code: string, key: string, question: Uint8Array): number {
    const room = this.hosted(code, key);
    for (const student of room.students.values()) student.answer = null;
    Object.assign(room, { question, truth: null, phase: 'asked', round: room.round + 1 });
    this.tellAll(room);
    return room.round;
  }

  /** The question that stands, for who is in the room. */
  question(code: string, key: string, round: number): Uint8Array {
    const { room, student } = this.attended(code, key);
    this.allow(student);
    if (!room.question || room.round !== round) {
      throw new RoomRefusal(404, 'this question has gone; the next one stands');
    }
    return room.question;
  }

  /** The first answer counts; the same again is taken for one that was not heard. */
  answer(code: string, key: string, round: number, answer: Answer): void {
    const { room, student } = this.attended(code, key);
    this.allow(student);
    if (room.round !== round || room.phase !== 'asked') {
      throw new RoomRefusal(409, 'answers to this question are no longer taken');
    }
    if (student.answer) return;
    student.answer = answer;
    this.tellHost(room);
    this.tellAnswer(room, student);
    this.tell(student, 'state', this.studentState(room, student));
  }

  close(code: string, key: string): void {
    const room = this.hosted(code, key);
    if (room.phase !== 'asked') return;
    room.phase = 'closed';
    this.tellAll(room);
  }

  show(code: string, key: string, truth: OpenedTruth): void {
    const room = this.hosted(code, key);
    if (room.phase === 'asked') {
      throw new RoomRefusal(409, 'close the question first: somebody may still answer');
    }
    Object.assign(room, { truth, phase: 'shown' });
    this.tellAll(room);
  }

  end(code: string, key: string): void {
    this.drop(this.hosted(code, key));
  }

  /**
   * Hears all that the owner of a key may know, from where it stands now.
   * @returns to stop listening
   */
  listen(code: string, key: string, say: Say): () => void {
    const room = this.room(code);
    const student = room?.students.get(key);
    if (!room || (!student && key !== room.hostKey)) throw new RoomRefusal(403, NOT_HERE);
    const person = student ?? room.host;
    if (person.pages.size >= MOST_PAGES) {
      throw new RoomRefusal(429, 'this room is open in too many windows already');
    }
    person.pages.add(say);
    if (student) {
      say('state', this.studentState(room, student));
      this.tellHost(room);
    } else {
      say('state', this.hostState(room));
      // What was committed while nobody listened is still here.
      for (const each of room.students.values()) this.tellAnswer(room, each);
    }
    return () => {
      person.pages.delete(say);
      room.usedAtMs = this.now();
      if (student) this.tellHost(room);
    };
  }

  private hostState({ phase, round, students }: Room): HostState {
    return {
      ...{ phase, round },
      students: [...students.values()].map(({ id, alias, pages, answer }) => ({
        ...{ id, alias },
        isHere: pages.size > 0,
        hasAnswered: answer !== null,
      })),
    };
  }

  private studentState({ phase, round, truth }: Room, student: Student): StudentState {
    const { id, alias, answer } = student;
    const isShown = phase === 'shown' && truth !== null;
    return {
      ...{ phase, round, alias, answer },
      truth: isShown ? { regions: truth.regions, words: truth.words, lines: truth.lines } : null,
      own: (isShown && truth.own[id]) || null,
    };
  }

  private tell({ pages }: Person, ...said: Parameters<Say>): void {
    for (const say of pages) say(...said);
  }

  private tellHost(room: Room): void {
    this.tell(room.host, 'state', this.hostState(room));
  }

  private tellAnswer({ host, round }: Room, { id, alias, answer }: Student): void {
    if (!answer) return;
    const told: RoomAnswer = { round, studentId: id, alias, answer };
    this.tell(host, 'answer', told);
  }

  private tellAll(room: Room): void {
    this.tellHost(room);
    for (const student of room.students.values()) {
      this.tell(student, 'state', this.studentState(room, student));
    }
  }
}
