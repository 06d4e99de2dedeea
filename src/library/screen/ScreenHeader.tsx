import { ArrowLeft, FlaskConical, Layers2, Ruler, Save, Trash2 } from '@/ui/icons';
import { deleteScreen, saveVersion } from '@/storage/screens';
import { useSettings } from '@/storage/settings';
import { Button, ButtonLink } from '@/ui/Button';
import { MarkButton } from '@/ui/echo/marking';
import { sounderName } from '@/ui/echo/sounderName';
import { NameEditor } from '@/ui/NameEditor';
import { PageHeader } from '@/ui/PageHeader';
import { showToast } from '@/ui/toast';
import { UndoButtons } from '@/ui/UndoButtons';
import type { ScreenWork } from './useScreenRecord';
import type { ShownScreen } from './useShownScreen';

interface ScreenHeaderProps {
  work: ScreenWork;
  shown: ShownScreen;
  marking: { isAble: boolean; isOn: boolean; set: (on: boolean) => void };
}

export function ScreenHeader({ work, shown, marking }: ScreenHeaderProps) {
  const { units } = useSettings();
  const { record, change } = work;
  const { view, isChanged, isPicture, isScaled } = shown;
  const remove = async () => {
    await deleteScreen(record);
    location.assign('/library');
  };
  const keepVersion = async () => {
    const version = await saveVersion(record, { view, name: `${record.name}, another view` });
    showToast({
      message: `Kept as “${version.name}”; both show one echo.`,
      action: { label: 'Open it', run: () => location.assign(`/library/screen?id=${version.id}`) },
    });
    await work.refreshVersions();
  };
  return (
    <PageHeader
      title={
        <NameEditor
          of="the screen"
          name={record.name}
          onRename={(name) => change('Name', { name })}
        />
      }
      note={[record.waterName, record.passName, sounderName(record, units)]
        .filter(Boolean)
        .join(' · ')}
    >
      <span role="status" className="w-16 text-end text-xs text-ink-2">
        {work.isSaving ? 'Keeping…' : ''}
      </span>
      <UndoButtons isNarrow history={work.history} onStep={work.step} />
      {marking.isAble && <MarkButton marking={marking.isOn} onChange={marking.set} />}
      {isPicture && (
        <ButtonLink href={`/library/picture?id=${record.id}`}>
          <Ruler size={16} aria-hidden="true" /> {isScaled ? 'Frame and scale' : 'Calibrate'}
        </ButtonLink>
      )}
      {record.source.kind === 'simulated' && (
        <ButtonLink href={`/bench?screen=${record.id}`}>
          <FlaskConical size={16} aria-hidden="true" /> At the bench
        </ButtonLink>
      )}
      <Button onClick={() => change('View', { view })} disabled={!isChanged}>
        <Save size={16} aria-hidden="true" /> Keep this view
      </Button>
      <Button
        onClick={() => void keepVersion()}
        disabled={!isChanged}
        title="The same echo under this view, as a screen of its own"
      >
        <Layers2 size={16} aria-hidden="true" /> As a version
      </Button>
      <Button look="quiet" aria-label="Delete" title="Delete" onClick={() => void remove()}>
        <Trash2 size={16} aria-hidden="true" />
      </Button>
      <ButtonLink href="/library">
        <ArrowLeft size={16} aria-hidden="true" /> Library
      </ButtonLink>
    </PageHeader>
  );
}
