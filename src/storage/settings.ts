import { newRecord, type SettingsRecord } from '@core/records';
import { create } from 'zustand';
import { getRecord, putRecord } from './database';

const SETTINGS_ID = 'settings';
/** Mirror of the theme that public/theme.js reads before the first paint. */
const THEME_KEY = 'wise-ripple-theme';

type Choices = Pick<SettingsRecord, 'role' | 'units' | 'theme' | 'demoSeeded' | 'alias' | 'paper'>;

const DEFAULTS: Choices = {
  role: null,
  units: 'metric',
  theme: 'paper',
  demoSeeded: false,
  alias: '',
  paper: 'A4',
};

interface SettingsState extends Choices {
  loaded: boolean;
  /** An instructor sees the application as a student does, in this window alone. */
  looksAsStudent: boolean;
  /** When the user last chose something; 0 if never, so that a file's choices win over defaults. */
  chosenAtMs: number;
  load: () => Promise<void>;
  change: (change: Partial<Choices>) => Promise<void>;
  lookAsStudent: (on: boolean) => void;
}

const LOOK_KEY = 'looks-as-student';
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
  looksAsStudent: false,
  chosenAtMs: 0,
  load: () =>
    (loading ??= getRecord('settings', SETTINGS_ID).then((stored) => {
      const record = stored.ok ? stored.value : null;
      if (record) {
        const { role, units, theme, demoSeeded, alias, paper } = record;
        const looksAsStudent = role === 'teach' && sessionStorage.getItem(LOOK_KEY) !== null;
        set({ units, theme, demoSeeded, alias, paper, looksAsStudent });
        set({ chosenAtMs: record.updatedAtMs });
        set({ role: looksAsStudent ? 'learn' : role });
        applyTheme(theme);
      }
      set({ loaded: true });
    })),
  change: async (change) => {
    await get().load();
    const isUsersChoice = Object.keys(change).some((key) => key !== 'demoSeeded');
    set({ ...change, ...(isUsersChoice && { chosenAtMs: Date.now() }) });
    const { units, theme, demoSeeded, alias, paper, chosenAtMs, looksAsStudent } = get();
    const role = looksAsStudent ? 'teach' : get().role;
    applyTheme(theme);
    // It holds in this window; that it was not kept, every failed write says.
    await putRecord<'settings'>({
      ...newRecord('settings', SETTINGS_ID, chosenAtMs),
      role,
      units,
      theme,
      demoSeeded,
      alias,
      paper,
    }).catch(() => undefined);
  },
  lookAsStudent: (on) => {
    if (on) sessionStorage.setItem(LOOK_KEY, 'yes');
    else sessionStorage.removeItem(LOOK_KEY);
    set({ looksAsStudent: on, role: on ? 'learn' : 'teach' });
  },
}));

/** After records have been replaced from a file. */
export async function reloadSettings(): Promise<void> {
  loading = null;
  await useSettings.getState().load();
}
