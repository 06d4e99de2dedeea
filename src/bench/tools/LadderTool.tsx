/** The same screen at five steps of one control, as a contact sheet. */
import { reasonOf } from '@core/records';
import { Printer, Save } from '@/ui/icons';
import { useEffect, useRef, useState } from 'react';
import { type Eye, pictureOf, renderPicture, settledView, type View } from '@core/display';
import { CONTROLS, type ControlId, controlsOf, ladderOf, withControl } from '@core/setup';
import { EchoRing, isAbeam } from '@core/sounding';
import { fileName, saveFile } from '@/storage/saveFile';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { controlValue } from '@/ui/echo/ControlList';
import { ringSource } from '@/ui/echo/ringSource';
import { INSTRUMENT_NAME } from '@/ui/echo/sounderName';
import { SoundingClient } from '@/workers/soundingClient';
import type { Tool } from '../tool';
import type { BenchKit } from '../kit';
import type { LadderSheet, LadderStep } from '../ladderSheet';
import { type Recording, recordScreen } from '../recordScreen';
import { showToast } from '@/ui/toast';

const STEP_WIDTH_PX = 420;

/** Each step has the shape of the picture on the bench. */
function stepHeightPx({ picture, instrument }: Pick<BenchKit, 'picture' | 'instrument'>): number {
  if (!picture) return STEP_WIDTH_PX;
  const { lengthPx, rangePx } = picture;
  const [width, height] = isAbeam(instrument) ? [rangePx, lengthPx] : [lengthPx, rangePx];
  return Math.round((STEP_WIDTH_PX * height) / Math.max(1, width));
}

/** Sounds what the steps need, in order; each step that stays on the stored echo costs nothing. */
async function makeSheet(
  kit: BenchKit,
  id: ControlId,
  client: SoundingClient,
  onProgress: (share: number) => void,
): Promise<LadderSheet> {
  const { setup, instrument, ring, endPing, picture, run, units } = kit;
  const values = ladderOf(setup, instrument, id);
  const control = CONTROLS[id];
  const steps: LadderStep[] = [];
  for (const [i, value] of values.entries()) {
    const changed = withControl(setup, instrument, id, value);
    const words = controlValue(changed, instrument, id, units);
    if (!control.resounds || !ring) {
      steps.push({ words, setup: changed, ring: ring!, endPing });
    } else {
      const request = run.requestOf(instrument, changed);
      // The same stretch of the pass, whatever the pings a second.
      const rateHz = request.sounder.pingRateHz;
      const endS = endPing / ring.info.pingRateHz;
      const spanS = Math.max(1, (picture?.pings ?? 200) / ring.info.pingRateHz);
      const firstPing = Math.max(0, Math.floor((endS - spanS) * rateHz));
      const end = Math.max(firstPing + 1, Math.floor(endS * rateHz));
      const { info, blocks } = await client.collect({
        ...request,
        firstPing,
        pingCount: end - firstPing,
      });
      const made = new EchoRing(info, end - firstPing, firstPing);
      for (const block of blocks) made.append(block);
      steps.push({ words, setup: changed, ring: made, endPing: made.end });
    }
    onProgress((i + 1) / values.length);
  }
  return { title: `${INSTRUMENT_NAME[instrument]}, ${control.label.toLowerCase()}`, steps };
}

function drawStep(
  canvas: HTMLCanvasElement,
  step: LadderStep,
  view: View,
  lengthPx: number,
  eye: Eye,
) {
  const { ring, endPing } = step;
  const source = ringSource(ring);
  const { width, height } = canvas;
  const context = canvas.getContext('2d', { alpha: false });
  if (!context) return;
  // As much of the pass as the picture on the bench holds.
  const isAside = isAbeam(ring.info.instrument);
  const scale = (isAside ? height : width) / Math.max(1, lengthPx);
  const pings = Math.ceil((lengthPx * ring.info.pingRateHz) / view.scrollPxPerS);
  const settled = settledView(
    source,
    { ...view, scrollPxPerS: view.scrollPxPerS * scale },
    endPing,
    pings,
  );
  const picture = pictureOf(source, settled, width, height, endPing);
  const image = context.createImageData(width, height);
  renderPicture(source, settled, picture, new Uint32Array(image.data.buffer), { eye });
  context.putImageData(image, 0, 0);
}

function StepPicture({ kit, step, eye }: { kit: BenchKit; step: LadderStep; eye: Eye }) {
  const ref = useRef<HTMLCanvasElement>(null);
  const view = step.setup.views[kit.instrument];
  const lengthPx = kit.picture?.lengthPx ?? STEP_WIDTH_PX;
  useEffect(() => {
    if (ref.current) drawStep(ref.current, step, view, lengthPx, eye);
  }, [step, view, lengthPx, eye]);
  return (
    <figure className="flex min-h-0 min-w-0 flex-col">
      <canvas
        ref={ref}
        width={STEP_WIDTH_PX}
        height={stepHeightPx(kit)}
        className="min-h-0 w-full flex-1 rounded-sm object-contain object-bottom"
        data-testid="ladder-step"
        aria-label={step.words}
        role="img"
      />
      <figcaption className="figures text-center font-semibold">{step.words}</figcaption>
    </figure>
  );
}

interface LadderToolProps {
  kit: BenchKit;
  eye: Eye;
  /** The sheet stands in place of the pictures while there is one. */
  sheet: LadderSheet | null;
  onSheet: (sheet: LadderSheet | null) => void;
}

export function LadderTool({ kit, eye, sheet, onSheet }: LadderToolProps) {
  const { instrument, snapshot, record } = kit;
  const [id, setId] = useState<ControlId>('gain');
  const [progress, setProgress] = useState<number | null>(null);
  const clientRef = useRef<SoundingClient | null>(null);
  useEffect(() => () => clientRef.current?.close(), []);
  const stop = () => {
    clientRef.current?.close();
    clientRef.current = null;
    setProgress(null);
  };
  const make = async () => {
    stop();
    const client = new SoundingClient();
    clientRef.current = client;
    setProgress(0);
    kit.run.freeze();
    try {
      const made = await makeSheet(kit, id, client, setProgress);
      if (clientRef.current === client) onSheet(made);
    } catch (failure) {
      const reason = reasonOf(failure);
      showToast({ message: `The ladder could not be made: ${reason}.` });
    }
    if (clientRef.current === client) stop();
  };
  const recordAll = async () => {
    if (!sheet) return;
    for (const step of sheet.steps) {
      const { first, end } = step.ring;
      // A step that was sounded anew holds the stretch and no more, at its own pings a second.
      const count =
        step.ring === kit.ring ? Math.min(end - first, kit.picture?.pings ?? 200) : end - first;
      const recording: Recording = {
        water: record,
        day: kit.day,
        plan: snapshot.plan,
        targets: kit.run.targets(),
        instrument,
        setup: step.setup,
        pass: kit.run.passOf(step.setup),
        ring: step.ring,
        fromPing: step.endPing - count,
        endPing: step.endPing,
        name: `${sheet.title} ${step.words}, ${snapshot.plan.name}`,
        notes: 'One step of a ladder.',
      };
      await recordScreen(recording);
    }
    showToast({ message: `Recorded ${sheet.steps.length} screens into the library.` });
  };
  const savePng = () => {
    if (!sheet) return;
    const canvas = document.createElement('canvas');
    const gap = 8;
    const stepPx = stepHeightPx(kit);
    canvas.width = sheet.steps.length * (STEP_WIDTH_PX + gap) + gap;
    canvas.height = stepPx + 56;
    const context = canvas.getContext('2d')!;
    context.fillStyle = '#fffdf8';
    context.fillRect(0, 0, canvas.width, canvas.height);
    context.fillStyle = '#22303a';
    context.font = '600 16px sans-serif';
    context.fillText(`${sheet.title}: ${record.content.name}, ${snapshot.plan.name}`, gap, 20);
    sheet.steps.forEach((step, i) => {
      const one = document.createElement('canvas');
      one.width = STEP_WIDTH_PX;
      one.height = stepPx;
      drawStep(one, step, step.setup.views[instrument], kit.picture?.lengthPx ?? 300, eye);
      const x = gap + i * (STEP_WIDTH_PX + gap);
      context.drawImage(one, x, 28);
      context.fillText(step.words, x, stepPx + 48);
    });
    canvas.toBlob((blob) => {
      if (!blob) return;
      void blob
        .arrayBuffer()
        .then((bytes) =>
          saveFile(new Uint8Array(bytes), `${fileName(sheet.title)}.png`, 'image/png'),
        );
    });
  };
  const options = controlsOf(instrument).filter(
    ({ id: control }) => !['autoGain', 'autoRange', 'upperLimit', 'speed'].includes(control),
  );
  return (
    <div className="flex flex-wrap items-center gap-3">
      <div className="w-72">
        <Choice
          label="Five steps of"
          value={options.some((control) => control.id === id) ? id : 'gain'}
          options={options.map((control) => ({ value: control.id, label: control.label }))}
          onChange={setId}
        />
      </div>
      <Button look="primary" onClick={() => void make()} disabled={progress !== null || !kit.ring}>
        Make the ladder
      </Button>
      {progress !== null && (
        <>
          <span role="status">Sounding… {Math.round(100 * progress)} %</span>
          <Button onClick={stop}>Cancel</Button>
        </>
      )}
      {sheet && (
        <>
          <Button onClick={() => window.print()}>
            <Printer size={16} aria-hidden="true" /> Print
          </Button>
          <Button onClick={savePng}>
            <Save size={16} aria-hidden="true" /> Save as PNG
          </Button>
          <Button onClick={() => void recordAll()}>Record all</Button>
          <Button look="quiet" onClick={() => onSheet(null)}>
            Put it away
          </Button>
        </>
      )}
      <p className="w-full text-ink-2">
        The same stretch of the pass, one control at {sheet ? sheet.steps.length : 'five'} steps:
        for a wall, a hand-out, or the question “which would you choose?”
      </p>
    </div>
  );
}

/** The sheet itself, in place of the pictures. */
export function LadderSheetView({
  kit,
  eye,
  sheet,
}: {
  kit: BenchKit;
  eye: Eye;
  sheet: LadderSheet;
}) {
  return (
    <section
      aria-label={`Ladder: ${sheet.title}`}
      className="flex h-full flex-col rounded-md border border-hairline bg-card p-2 print:fixed print:inset-0 print:z-50 print:border-0"
    >
      <h2 className="pb-1">
        {sheet.title}: {kit.record.content.name}, {kit.snapshot.plan.name}
      </h2>
      <div
        className={`grid min-h-0 flex-1 gap-x-2 gap-y-1 ${sheet.steps.length > 6 ? 'grid-cols-4' : 'grid-cols-3'} auto-rows-fr`}
      >
        {sheet.steps.map((step) => (
          <StepPicture key={step.words} kit={kit} step={step} eye={eye} />
        ))}
      </div>
    </section>
  );
}

export const ladderTool: Tool = {
  id: 'ladder',
  name: 'Ladder',
  key: 'L',
  panel: ({ kit, session, state }) => (
    <LadderTool
      kit={kit}
      eye={state.eye}
      sheet={state.sheet}
      onSheet={(sheet) => session.set({ sheet })}
    />
  ),
  leave: (session) => session.set({ sheet: null }),
};
