// What a full room costs: sixty students, an hour's meeting of a question a minute, compressed in time.
import { execFileSync } from 'node:child_process';
import { serveForScript } from './shell.mjs';

const STUDENTS = 60;
const ROUNDS = 60;
/** As large as a question of the cone. */
const QUESTION_BYTES = 350_000;

async function post(url, body, type = 'application/json') {
  const reply = await fetch(url, { method: 'POST', body, headers: { 'Content-Type': type } });
  if (!reply.ok) throw new Error(`${url}: ${reply.status} ${await reply.text()}`);
  return reply.json();
}

/** Reads server-sent events until it is stopped. */
async function listen(url, onEvent) {
  const stop = new AbortController();
  const reply = await fetch(url, { signal: stop.signal });
  const reader = reply.body.pipeThrough(new TextDecoderStream()).getReader();
  void (async () => {
    let text = '';
    for (;;) {
      const { done, value } = await reader.read();
      if (done) return;
      text += value;
      const parts = text.split('\n\n');
      text = parts.pop();
      for (const part of parts) {
        const event = /^event: (\w+)/.exec(part)?.[1];
        if (event) onEvent(event, JSON.parse(part.slice(part.indexOf('data: ') + 6)));
      }
    }
  })().catch(() => undefined);
  return () => stop.abort();
}

const rssMb = (pid) =>
  Number(execFileSync('ps', ['-o', 'rss=', '-p', String(pid)], { encoding: 'utf8' })) / 1000;

/** @returns delays from an answer sent to its arrival at the instructor's page, ms, and memory by round, MB */
async function meeting(base, pid) {
  const room = (act) => post(`${base}api/room`, JSON.stringify(act));
  const { code, key } = await room({ act: 'open' });
  const sent = new Map();
  const delays = [];
  const memory = [];
  let round = 0;
  const stops = [
    await listen(`${base}api/room?code=${code}&key=${key}`, (event, data) => {
      if (event !== 'answer') return;
      delays.push(performance.now() - sent.get(`${data.alias}${data.round}`));
    }),
  ];
  const students = [];
  for (let i = 0; i < STUDENTS; i++) {
    const alias = `S${i}`;
    const { key: own } = await room({ act: 'join', code, alias });
    students.push({ alias, key: own });
    stops.push(await listen(`${base}api/room?code=${code}&key=${own}`, () => {}));
  }
  const question = new Uint8Array(QUESTION_BYTES);
  for (round = 1; round <= ROUNDS; round++) {
    await post(`${base}api/room-question?code=${code}&key=${key}`, question, 'application/zip');
    await Promise.all(
      students.map(async ({ alias, key: own }, i) => {
        const asked = await fetch(
          `${base}api/room-question?code=${code}&key=${own}&round=${round}`,
        );
        await asked.arrayBuffer();
        // A class commits within some seconds, a second here.
        await new Promise((resolve) => setTimeout(resolve, (1000 * i) / STUDENTS));
        const answer = {
          ...{ kind: 'whichIs', choice: i % 2, confidence: 'sure', committedAtMs: 1, tookMs: 1 },
        };
        sent.set(`${alias}${round}`, performance.now());
        await room({ act: 'answer', code, key: own, round, answer });
      }),
    );
    await room({ act: 'close', code, key });
    memory.push(rssMb(pid));
  }
  await room({ act: 'end', code, key });
  for (const stop of stops) stop();
  return { delays, memory };
}

export async function roomFigures() {
  const server = await serveForScript();
  try {
    const { delays, memory } = await meeting(server.url, server.pid);
    delays.sort((a, b) => a - b);
    const at = (share) => delays[Math.floor(share * (delays.length - 1))].toFixed(0);
    const mean = (part) => part.reduce((sum, mb) => sum + mb, 0) / part.length;
    const third = Math.floor(memory.length / 3);
    console.log(
      `Room of ${STUDENTS}, answer to the instructor’s page, 95th percentile  ${at(0.95)} ms  (median ${at(0.5)}, ${delays.length} answers)`,
    );
    console.log(
      `Room of ${STUDENTS}, memory of the server over ${ROUNDS} questions      ${mean(memory.slice(third, 2 * third)).toFixed(0)} MB in the middle third, ${mean(memory.slice(-third)).toFixed(0)} MB in the last`,
    );
  } finally {
    server.stop();
  }
}
