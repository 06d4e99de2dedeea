/** Failures a user can cause are values, not exceptions. */
export type Result<T, E> = { ok: true; value: T } | { ok: false; error: E };

export const ok = <T>(value: T): { ok: true; value: T } => ({ ok: true, value });
export const fail = <E>(error: E): { ok: false; error: E } => ({ ok: false, error });

/** Why something failed, in words. */
export const reasonOf = (error: unknown): string =>
  error instanceof Error ? error.message : String(error);
