import type { BenchSession } from '../session';
import type { Tool } from '../tool';
import { compareTool } from './CompareTool';
import { faultsTool } from './FaultsTool';
import { jigTool } from './JigTool';
import { keysTool } from './KeysTool';
import { ladderTool } from './LadderTool';
import { ledgerTool } from './LedgerTool';
import { measureTool } from './MeasureTool';
import { notesTool } from './NotesTool';
import { recordTool } from './RecordTool';
import { suggestTool } from './SuggestTool';
import { truthTool } from './TruthTool';
import { viewsTool } from './ViewsTool';

/** Adding a tool: write its file, name it here. */
const LISTED: readonly Tool[] = [
  truthTool,
  measureTool,
  ledgerTool,
  compareTool,
  ladderTool,
  suggestTool,
  faultsTool,
  jigTool,
  recordTool,
  viewsTool,
  notesTool,
];
/** The keys of all tools are a tool, too. */
export const TOOLS: readonly Tool[] = [...LISTED, keysTool(LISTED)];

export const toolOf = (id: string): Tool => TOOLS.find((tool) => tool.id === id) ?? TOOLS[0];

export function chooseTool(session: BenchSession, id: string): void {
  for (const one of TOOLS) if (one.id !== id) one.leave?.(session);
  session.set({ tool: id });
}
