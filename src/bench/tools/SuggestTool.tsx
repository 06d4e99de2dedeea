/** A starting point by depth, bottom, purpose and school, with the reasons. */
import { Lightbulb } from '@/ui/icons';
import { useState } from 'react';
import { SEDIMENT_NAMES, type SedimentName, sedimentAt, SEDIMENTS, depthAtM } from '@core/bottom';
import {
  CONTROLS,
  type Purpose,
  PURPOSE_WORDS,
  PURPOSES,
  SCHOOL_QUESTIONS,
  type SchoolChoice,
  SCHOOLS,
  suggest,
  USUAL_SCHOOLS,
  withSuggestions,
} from '@core/setup';
import { format, LENGTH } from '@core/units';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { controlValue } from '@/ui/echo/ControlList';
import { INSTRUMENT_NAME } from '@/ui/echo/sounderName';
import { staysPut } from '../passes';
import type { Tool } from '../tool';
import type { BenchKit } from '../kit';

export function SuggestTool({ kit }: { kit: BenchKit }) {
  const { setup, instrument, desk, run, snapshot, water, units, picture } = kit;
  const [purpose, setPurpose] = useState<Purpose>('hunt');
  const [schools, setSchools] = useState<SchoolChoice>(USUAL_SCHOOLS);
  const pose = run.poseAt(snapshot.timeS);
  // A learner says what bottom it is; telling it would answer the question.
  const isLearner = kit.role === 'learn';
  const [said, setSaid] = useState<SedimentName>('sand');
  const sediment = isLearner ? said : sedimentAt(water.scene.bottom, pose.xM, pose.yM);
  // Of the water, not of the readout: advice is wanted most where the sounder has lost the bottom.
  const depthM = depthAtM(water.scene.bottom, pose.xM, pose.yM);
  const suggestions = suggest(setup, {
    instrument,
    depthM,
    sediment,
    purpose,
    schools,
    rangePx: picture?.rangePx ?? 400,
    isHeld: staysPut(snapshot.pass),
    units,
  });
  const suggested = withSuggestions(setup, instrument, suggestions);
  return (
    <div className="flex h-full gap-4">
      <div className="flex w-64 shrink-0 flex-col gap-1 overflow-y-auto pr-1">
        <Choice
          label="What for?"
          value={purpose}
          options={PURPOSES.map((value) => ({ value, label: PURPOSE_WORDS[value] }))}
          onChange={setPurpose}
        />
        {isLearner && (
          <Choice
            label="Bottom, as you read it"
            value={said}
            options={SEDIMENT_NAMES.map((value) => ({ value, label: SEDIMENTS[value].label }))}
            onChange={setSaid}
          />
        )}
        {(Object.keys(SCHOOLS) as (keyof typeof SCHOOLS)[]).map((question) => {
          const answers = SCHOOLS[question];
          const chosen = answers.find(({ id }) => id === schools[question])!;
          return (
            <div key={question} title={`Wins: ${chosen.wins}.`}>
              <Choice
                label={SCHOOL_QUESTIONS[question]}
                value={schools[question]}
                options={answers.map(({ id, name }) => ({ value: id, label: name }))}
                onChange={(id) => setSchools({ ...schools, [question]: id })}
              />
            </div>
          );
        })}
      </div>
      <div className="flex min-w-0 flex-1 flex-col gap-1.5">
        <div className="flex items-center gap-3">
          <Button
            look="primary"
            disabled={suggestions.length === 0}
            onClick={() => desk.change('Suggested settings', suggested)}
          >
            <Lightbulb size={16} aria-hidden="true" /> Set all of this
          </Button>
          <p className="text-ink-2">
            {INSTRUMENT_NAME[instrument]} over {format(LENGTH[units], depthM, 1)} of water and{' '}
            {SEDIMENTS[sediment].label}. A start, not a rule: watch what each control does.
          </p>
        </div>
        <ol className="min-h-0 flex-1 overflow-y-auto" tabIndex={0} aria-label="Suggestions">
          {suggestions.map(({ id, because }) => (
            <li key={id} className="flex gap-2 py-px" data-suggestion={id}>
              <b className="w-32 shrink-0">{CONTROLS[id].label}</b>
              <span className="figures w-24 shrink-0 font-semibold">
                {controlValue(suggested, instrument, id, units)}
              </span>
              <span className="text-ink-2">{because}</span>
            </li>
          ))}
        </ol>
      </div>
    </div>
  );
}

export const suggestTool: Tool = {
  id: 'suggest',
  name: 'Suggest',
  key: 'G',
  panel: ({ kit }) => <SuggestTool kit={kit} />,
};
