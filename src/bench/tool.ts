import type { ReactNode } from 'react';
import type { EchoPoint } from '@core/display';
import type { EchoRing, Instrument } from '@core/sounding';
import type { BenchKit } from './kit';
import type { BenchSession, SessionState } from './session';

interface ToolProps {
  session: BenchSession;
  state: SessionState;
  kit: BenchKit;
}

/** A tool of the bench: a tab of the drawer, its key, and what a pick on the echo means to it. */
export interface Tool {
  id: string;
  name: string;
  key: string;
  panel: (props: ToolProps) => ReactNode;
  /** It has margins of its own. */
  isFlush?: boolean;
  pick?: (session: BenchSession, at: Instrument, point: EchoPoint, from: EchoRing) => void;
  /** Puts away what belongs to it alone. */
  leave?: (session: BenchSession) => void;
}
