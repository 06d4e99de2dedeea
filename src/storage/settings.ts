import { newRecord, type SettingsRecord } from '@core/records';
import { create } from 'zustand';
import { getRecord, putRecord } from './database';

const SETTINGS_ID = 'settings';
/** Mirror of the theme that public/theme.js reads before the first paint. */
const THEME_KEY = 'wise-ripple-theme';

type Choices = Pick<SettingsRecord, 'role' | 'units' | 'theme' | 'demoSeeded' | 'alias'>;

const DEFAULTS: Choices = {
  role: null,
  units: 'metric',
  theme: 'paper',
  demoSeeded: false,
  alias: '',
};

interface SettingsState extends Choices {
  loaded: boolean;
  /** When the user last chose something; 0 if never, so that a file's choices win over defaults. */
  chosenAtMs: number;
  load: () => Promise<void>;
  change: (change: Partial<Choices>) => Promise<void>;
}

let loading: Promise<void> | null = null;

function applyTheme(theme: Choices['theme']): void {
  document.documentElement.dataset.theme = theme;
  try {
    localStorage.setItem(THEME_KEY, theme);
  } catch {
    // Private windows may refuse; the theme then flashes once on load.
  }
}

export const useSettings = create<SettingsState>()((set, get) => ({
  ...DEFAULTS,
  loaded: false,
  chosenAtMs: 0,
  load: () =>
    (loading ??= getRecord('settings', SETTINGS_ID).then((stored) => {
      const record = stored.ok ? stored.value : null;
      if (record) {
        const { role, units, theme, demoSeeded, alias } = record;
        set({ role, units, theme, demoSeeded, alias, chosenAtMs: record.updatedAtMs });
        applyTheme(theme);
      }
      set({ loaded: true });
    })),
  change: async (change) => {
    await get().load();
    const isUsersChoice = Object.keys(change).some((key) => key !== 'demoSeeded');
    set({ ...change, ...(isUsersChoice && { chosenAtMs: Date.now() }) });
    const { role, units, theme, demoSeeded, alias, chosenAtMs } = get();
    applyTheme(theme);
    // It holds in this window; that it was not kept, every failed write says.
    await putRecord<'settings'>({
      ...newRecord('settings', SETTINGS_ID, chosenAtMs),
      role,
      units,
      theme,
      demoSeeded,
      alias,
    }).catch(() => undefined);
  },
}));

/** After records have been replaced from a file. */
export async function reloadSettings(): Promise<void> {
  loading = null;
  await useSettings.getState().load();
}
