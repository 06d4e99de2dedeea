/** The same water under the same settings, had the mark been what it was taken for: both pictures beside one another. */
import { Eye } from '@/ui/icons';
import { type ReactNode, useState } from 'react';
import { canStandIn, type DrillScreen, type ItemOf, markPlace } from '@core/drills';
import { LABEL_NAMES, type RegionLabel } from '@core/reading';
import { isAbeam, isPolar } from '@core/sounding';
import { openInstead } from '@/storage/drillScreens';
import { Button } from '@/ui/Button';
import { showToast } from '@/ui/toast';

export interface Instead {
  label: RegionLabel;
  screen: DrillScreen;
}

interface HadItBeenProps {
  item: ItemOf<'whatIsThis'>;
  screen: DrillScreen;
  truth: RegionLabel;
  /** What it was said to be; null where it was said that it cannot be told. */
  said: RegionLabel | null;
  instead: Instead | null;
  onInstead: (instead: Instead | null) => void;
}

/** Sounds it: of what was said, or else of the name it is most often taken for. */
export function HadItBeen(props: HadItBeenProps) {
  const { item, screen, truth, said, instead, onInstead } = props;
  const [isSounding, setSounding] = useState(false);
  const [ref] = item.screens;
  const label = [said, ...item.options].find(
    (one): one is RegionLabel => one !== null && one !== truth && canStandIn(one),
  );
  if (!label || ref.from !== 'recipe') return null;
  const sound = async () => {
    const region = screen.regions.find(({ targetId }) => targetId === item.targetId);
    const place = region && markPlace(screen, region);
    if (!place) return;
    setSounding(true);
    const opened = await openInstead(item.screens, place, label);
    setSounding(false);
    if (!opened.ok) showToast({ message: `It could not be sounded: ${opened.error}.` });
    else if (opened.value) onInstead({ label, screen: opened.value });
  };
  return (
    <Button
      size="small"
      className="text-balance whitespace-normal!"
      disabled={isSounding}
      aria-pressed={instead !== null}
      onClick={() => (instead ? onInstead(null) : void sound())}
    >
      <Eye size={14} aria-hidden="true" className="shrink-0" />
      {isSounding
        ? 'Sounding…'
        : instead
          ? 'The question’s picture alone'
          : `How ${LABEL_NAMES[label]} would look in its place`}
    </Button>
  );
}

interface BesideInsteadProps {
  instead: Instead;
  was: ReactNode;
  children: ReactNode;
}

/** Pictures that run across stand under one another, those that run upwards side by side. */
export function BesideInstead({ instead, was, children }: BesideInsteadProps) {
  const { instrument } = instead.screen.info;
  const sideBySide = isAbeam(instrument) || isPolar(instrument);
  const figure = (words: string, picture: ReactNode) => (
    <figure className="flex min-h-0 min-w-0 flex-1 flex-col gap-1">
      <figcaption className="text-xs font-semibold text-ink-2">{words}</figcaption>
      <div className="min-h-0 flex-1">{picture}</div>
    </figure>
  );
  return (
    <div className={`flex h-full gap-3 ${sideBySide ? 'flex-row' : 'flex-col'}`}>
      {figure('As it was', was)}
      {figure(`Had it been ${LABEL_NAMES[instead.label]}: same place, same settings`, children)}
    </div>
  );
}
