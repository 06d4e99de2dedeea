/** Names of a class, one a line or as a table. */
import Papa from 'papaparse';

const NAME = /^(name|alias|student|participant)s?$/i;
const NOTE = /^(note|remark|comment)s?$/i;

export interface RosterLine {
  name: string;
  note: string;
}

/**
 * A list as it is pasted or saved from a table: a name in the first column, or in one headed name or alias; a note in one
 * headed so. Empty lines and names that come again are left out.
 */
export function readRoster(text: string): RosterLine[] {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  const heads = (data[0] ?? []).map((head) => head.trim());
  const nameAt = heads.findIndex((head) => NAME.test(head));
  const noteAt = heads.findIndex((head) => NOTE.test(head));
  const rows = nameAt >= 0 ? data.slice(1) : data;
  const seen = new Set<string>();
  return rows.flatMap((row) => {
    const name = (row[Math.max(0, nameAt)] ?? '').trim().slice(0, 80);
    const key = name.toLowerCase();
    if (name === '' || seen.has(key)) return [];
    seen.add(key);
    return [{ name, note: (row[noteAt] ?? '').trim().slice(0, 600) }];
  });
}
