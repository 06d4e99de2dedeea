/** What two windows made of one record, put together: field by field, and lists of named things thing by thing. */
interface Merged<T> {
  value: T;
  /** Where both changed the same; there `value` has one's own. */
  conflicts: string[];
}

type Fields = Record<string, unknown>;

const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** Of plain data, whatever its keys are called: a thing may well be named "valueOf". */
function isEqual(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (Array.isArray(a) && Array.isArray(b)) {
    return a.length === b.length && a.every((one, i) => isEqual(one, b[i]));
  }
  if (!isFields(a) || !isFields(b)) return a === b;
  const keys = Object.keys(a);
  return (
    keys.length === Object.keys(b).length &&
    keys.every((key) => Object.hasOwn(b, key) && isEqual(a[key], b[key]))
  );
}

/** By what the things of a list are known; null where they have no name, or not each its own. */
function keyOf(lists: readonly unknown[][]): 'id' | 'itemId' | null {
  for (const key of ['id', 'itemId'] as const) {
    const named = lists.every(
      (list) =>
        list.every((one) => isFields(one) && typeof one[key] === 'string') &&
        new Set(list.map((one) => (one as Fields)[key])).size === list.length,
    );
    if (named) return key;
  }
  return null;
}

/**
 * @param base as both had read it
 * @returns everything that either changed; what only one touched is that one's
 */
export function mergeChanges<T>(base: T, mine: T, theirs: T, path = ''): Merged<T> {
  if (isEqual(theirs, base) || isEqual(mine, theirs)) return { value: mine, conflicts: [] };
  if (isEqual(mine, base)) return { value: theirs, conflicts: [] };
  if (isFields(base) && isFields(mine) && isFields(theirs)) {
    const conflicts: string[] = [];
    const value: Fields = {};
    for (const key of new Set([...Object.keys(theirs), ...Object.keys(mine)])) {
      const part = mergeChanges(base[key], mine[key], theirs[key], path ? `${path}.${key}` : key);
      conflicts.push(...part.conflicts);
      if (part.value !== undefined) value[key] = part.value;
    }
    return { value: value as T, conflicts };
  }
  if (Array.isArray(base) && Array.isArray(mine) && Array.isArray(theirs)) {
    const key = keyOf([base, mine, theirs]);
    if (key) return mergeLists(key, base, mine, theirs, path) as Merged<T>;
  }
  return { value: mine, conflicts: [path] };
}

function mergeLists(
  key: 'id' | 'itemId',
  base: Fields[],
  mine: Fields[],
  theirs: Fields[],
  path: string,
): Merged<Fields[]> {
  const idOf = (one: Fields) => one[key] as string;
  const byId = (list: Fields[]) => new Map(list.map((one) => [idOf(one), one]));
  const [was, own, other] = [byId(base), byId(mine), byId(theirs)];
  // Who has put the list in another order keeps it; what the other has added comes after.
  const isReordered = !isEqual(
    mine.map(idOf).filter((id) => was.has(id)),
    base.map(idOf).filter((id) => own.has(id)),
  );
  const [first, then] = isReordered ? [mine, theirs] : [theirs, mine];
  const ids = [...new Set([...first.map(idOf), ...then.map(idOf)])];
  const conflicts: string[] = [];
  const value = ids.flatMap((id): Fields[] => {
    const [b, m, t] = [was.get(id), own.get(id), other.get(id)];
    if (m && t) {
      const part = mergeChanges(b ?? {}, m, t, `${path}.${id}`);
      conflicts.push(...part.conflicts);
      return [part.value];
    }
    const left = (m ?? t)!;
    // Taken away by one: gone, unless the other changed it meanwhile.
    return b && isEqual(b, left) ? [] : [left];
  });
  return { value, conflicts };
}
