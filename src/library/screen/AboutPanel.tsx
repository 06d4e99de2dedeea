import { useEffect, useState } from 'react';
import { SKILL_IDS, SKILLS, skillsFor } from '@core/drills';
import { DIFFICULTIES, holdsNothing, LABEL_NAMES } from '@core/reading';
import { emptinessOf, truthOfScreen } from '@core/records';
import { listWaters } from '@/storage/waters';
import { Button } from '@/ui/Button';
import { Check } from '@/ui/Check';
import { Choice } from '@/ui/Choice';
import { TextField } from '@/ui/TextField';
import { EvidenceFields } from './EvidenceFields';
import type { ScreenWork } from './useScreenRecord';

const DIFFICULTY_WORDS = ['', 'easy', 'rather easy', 'middling', 'rather hard', 'hard'];

/** What the screen is for, how it is known, and where it comes from. */
export function AboutPanel({ record, echo, change }: ScreenWork) {
  const [tag, setTag] = useState('');
  // A water of the workspace is known by its name; marks and spots then find the screen.
  const [waterIds, setWaterIds] = useState<ReadonlyMap<string, string>>(new Map());
  useEffect(() => {
    let current = true;
    void listWaters().then(
      ({ waters }) =>
        current && setWaterIds(new Map(waters.map(({ id, content }) => [content.name, id]))),
    );
    return () => {
      current = false;
    };
  }, []);
  const { contents, nothingHere, tags, skills, difficulty, evidence } = record;
  const catchable = (contents ?? []).filter((label) => !holdsNothing([label]));
  const addTag = () => {
    const added = tag.trim();
    if (added && !tags.includes(added)) change(`Tag ${added}`, { tags: [...tags, added] });
    setTag('');
  };
  const emptiness = () =>
    emptinessOf(truthOfScreen(record, echo, record.view)) ?? 'water and bottom';
  return (
    <div className="grid h-full min-h-0 grid-cols-3 gap-5">
      <div className="flex flex-col gap-2">
        <Check
          checked={nothingHere !== null}
          onChange={(isEmpty) =>
            change('Nothing to catch', { nothingHere: isEmpty ? emptiness() : null })
          }
        >
          Nothing to catch here
        </Check>
        {nothingHere !== null && (
          <TextField
            label="What is there instead"
            value={nothingHere}
            max={300}
            onChange={(text) => change('What is there instead', { nothingHere: text }, 'nothing')}
          />
        )}
        {nothingHere !== null && catchable.length > 0 && (
          <p className="text-xs text-missed" role="alert">
            Its truth shows {catchable.map((label) => LABEL_NAMES[label]).join(' and ')}: leave that
            out, or untick this.
          </p>
        )}
        {record.source.kind !== 'simulated' && (
          <TextField
            label="Water"
            value={record.waterName}
            max={120}
            placeholder="Where it was recorded"
            onChange={(waterName) =>
              change('Water', { waterName, waterId: waterIds.get(waterName) ?? '' }, 'water')
            }
          />
        )}
        <EvidenceFields
          label="Known by"
          evidence={evidence}
          onChange={(next) => change('Evidence', { evidence: next }, 'evidence')}
        />
      </div>
      <div className="flex flex-col gap-2">
        <TextField
          label="Notes"
          value={record.notes}
          max={5000}
          rows={4}
          placeholder="What to notice, what it turned out to be"
          onChange={(notes) => change('Notes', { notes }, 'notes')}
        />
        <form
          className="flex items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            addTag();
          }}
        >
          <div className="flex-1">
            <TextField label="Add a tag" value={tag} max={40} onChange={setTag} />
          </div>
          <Button onClick={addTag}>Add</Button>
        </form>
        <ul aria-label="Tags" className="flex flex-wrap gap-1">
          {tags.map((one) => (
            <li key={one}>
              <Button
                size="small"
                title={`Take the tag ${one} away`}
                onClick={() =>
                  change(`Tag ${one} away`, { tags: tags.filter((other) => other !== one) })
                }
              >
                {one} ×
              </Button>
            </li>
          ))}
        </ul>
      </div>
      <div className="flex flex-col gap-2">
        <Choice
          label="Difficulty"
          value={String(difficulty ?? '')}
          options={[
            ...(difficulty === null ? [{ value: '', label: 'not judged' }] : []),
            ...DIFFICULTIES.map((value) => ({
              value: String(value),
              label: `${value}, ${DIFFICULTY_WORDS[value]}`,
            })),
          ]}
          onChange={(value) => change('Difficulty', { difficulty: Number(value) })}
        />
        <p className="text-xs text-ink-2">
          Judged from how faint the faintest catch is, and from look-alikes beside it.
        </p>
        <Choice
          label="Trains also"
          value=""
          options={[
            { value: '', label: 'add a skill…' },
            ...SKILL_IDS.filter((id) => !skills.includes(id)).map((value) => ({
              value,
              label: SKILLS[value],
            })),
          ]}
          onChange={(id) => id !== '' && change('Skill', { skills: [...skills, id] })}
        />
        <ul aria-label="Skills" className="flex flex-wrap gap-1">
          {skills.map((id) => (
            <li key={id}>
              <Button
                size="small"
                title={`Take ${SKILLS[id]} away`}
                onClick={() =>
                  change('Skill away', { skills: skills.filter((other) => other !== id) })
                }
              >
                {SKILLS[id]} ×
              </Button>
            </li>
          ))}
        </ul>
        {skills.length === 0 && (
          <Button
            size="small"
            onClick={() =>
              change('Suggested skills', {
                skills: skillsFor(record.instrument, contents ?? [], nothingHere !== null),
              })
            }
          >
            Suggest from what is on it
          </Button>
        )}
      </div>
    </div>
  );
}
