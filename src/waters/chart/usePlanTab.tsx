import { useMemo, useState } from 'react';
import {
  type History,
  joinedTurns,
  NO_HISTORY,
  stepped,
  type Turn,
  type Way,
  withStep,
} from '@core/history';
import type { PassPlan } from '@core/pass';
import { plannedPass } from '@core/planning';
import type { PassDraft } from '@core/planning';
import { createId } from '@/storage/database';
import type { ChartBase, ChartTab } from './chartTab';
import { CoverageLayer } from '@/ui/chart/CoverageLayer';
import { DraftLayer } from './DraftLayer';
import { draftName, FRESH_DRAFT, PassList, PlanPanel } from './PlanPanel';
import { RouteLayer } from './RouteLayer';
import { useCoverage } from './useCoverage';

const MOST_POINTS = 500;

/** Planning a pass: the draft with its own way back, what it would see, and the passes that are kept. */
export function usePlanTab(base: ChartBase, isOpen: boolean): ChartTab {
  const { notebook, content, ownBoat, grid, offsetM, units, state, change } = base;
  const waterId = base.notebookState.water.id;
  const draft = state.draft ?? FRESH_DRAFT;
  const [passId, setPassId] = useState<string | null>(null);
  const [drafts, setDrafts] = useState<History<Turn<PassDraft>>>(NO_HISTORY);
  const planned = useMemo(
    () => plannedPass(draft, content, grid, offsetM),
    [draft, content, grid, offsetM],
  );
  const plan = isOpen && typeof planned !== 'string' ? planned : null;
  const seen = useCoverage(plan?.pass ?? null, plan?.area ?? null, content.scene.bottom, offsetM);

  const changeDraft = (next: Partial<PassDraft>, gesture: string | null = null) => {
    const after = { ...draft, ...next };
    if (next.pointsM) {
      const turn = { label: 'the plan', mergeKey: gesture, before: draft, after };
      setDrafts(withStep(drafts, turn, joinedTurns));
    }
    change({ draft: after });
  };
  const stepDraft = (way: Way) => {
    const found = stepped(drafts, way);
    if (!found) return;
    setDrafts(found.history);
    change({ draft: way === 'undo' ? found.step.before : found.step.after });
  };
  const keep = (): PassPlan | null => {
    if (typeof planned === 'string') return null;
    const name = draftName(draft);
    const isAlike = (pass: PassPlan) => pass.name === name || pass.name.startsWith(`${name} `);
    const number = content.passes.filter(isAlike).length + 1;
    const pass: PassPlan = {
      id: createId('pass'),
      name: number > 1 ? `${name} ${number}` : name,
      hint: '',
      ...planned.pass,
    };
    notebook.setPasses(`keep ${pass.name}`, [...content.passes, pass]);
    change({ draft: { ...draft, pointsM: [] } });
    setDrafts(NO_HISTORY);
    setPassId(pass.id);
    return pass;
  };
  const send = async () => {
    const pass = keep();
    if (!pass) return;
    await notebook.flush();
    location.assign(`/bench?water=${waterId}&pass=${pass.id}`);
  };
  const changePass = (
    pass: PassPlan,
    next: Partial<PassPlan>,
    label: string,
    key: string | null,
  ) => {
    const { passes } = notebook.store.getState().water.content;
    notebook.setPasses(
      label,
      passes.map((old) => (old.id === pass.id ? { ...old, ...next } : old)),
      key,
    );
  };
  const selected = content.passes.find(({ id }) => id === passId);
  return {
    drawsPasses: true,
    under: (at) => (
      <>
        {seen && <CoverageLayer coverage={seen.coverage} gaps={seen.ofArea} at={at} />}
        {content.passes
          .filter(({ id }) => id !== passId)
          .map((pass) => (
            <RouteLayer key={pass.id} routeM={pass.routeM} name={pass.name} at={at} look="faint" />
          ))}
      </>
    ),
    over: (at) => (
      <>
        {selected && (
          <RouteLayer
            routeM={selected.routeM}
            name={selected.name}
            at={at}
            look="strong"
            onChange={(routeM, gesture) =>
              changePass(
                selected,
                { routeM },
                `change ${selected.name}`,
                `${selected.id}-${gesture}`,
              )
            }
          />
        )}
        <DraftLayer
          points={draft.pointsM}
          isArea={draft.kind === 'lanes'}
          route={plan?.pass.routeM ?? null}
          isRoute={draft.kind === 'route'}
          at={at}
          onChange={(pointsM, gesture) => changeDraft({ pointsM }, gesture)}
        />
      </>
    ),
    onTap(point) {
      const isPath = draft.kind === 'lanes' || draft.kind === 'route';
      if (draft.pointsM.length >= MOST_POINTS) return;
      changeDraft({ pointsM: isPath ? [...draft.pointsM, point] : [point] });
    },
    history: { steps: drafts, step: stepDraft },
    panel: (
      <>
        <PlanPanel
          draft={draft}
          planned={planned}
          seen={seen}
          content={content}
          boat={ownBoat}
          offsetM={offsetM}
          units={units}
          onChange={changeDraft}
          onKeep={keep}
          onSend={() => void send()}
        />
        <PassList
          content={content}
          waterId={waterId}
          selectedId={passId}
          units={units}
          onSelect={setPassId}
          onRename={(pass, name) => changePass(pass, { name }, `rename ${pass.name}`, null)}
          onDelete={(pass) => {
            notebook.setPasses(
              `delete ${pass.name}`,
              content.passes.filter(({ id }) => id !== pass.id),
            );
            notebook.tell(`“${pass.name}” was deleted.`);
          }}
        />
      </>
    ),
  };
}
