/** What can be set on a kind of thing, read from its schema, so that forms never lag behind it. */
import { z } from 'zod';
import { schemaOfKind, type TargetKindName } from './kinds';

export type TargetField =
  | { key: string; type: 'number'; min: number; max: number; isWhole: boolean }
  | { key: string; type: 'choice'; options: string[] }
  | { key: string; type: 'yesNo' }
  | { key: string; type: 'text'; maxLength: number };

/** Set by where a thing is put, or in forms of their own. */
const NOT_LISTED = new Set(['id', 'kind', 'xM', 'yM', 'behaviour', 'track', 'script']);

function bare(schema: z.ZodType): z.ZodType {
  return schema instanceof z.ZodDefault || schema instanceof z.ZodOptional
    ? bare(schema.unwrap() as z.ZodType)
    : schema;
}

function fieldOf(key: string, schema: z.ZodType): TargetField | null {
  const inner = bare(schema);
  if (inner instanceof z.ZodNumber) {
    const { minValue, maxValue } = inner;
    return {
      key,
      type: 'number',
      min: minValue ?? -Infinity,
      max: maxValue ?? Infinity,
      isWhole: inner.isInt,
    };
  }
  if (inner instanceof z.ZodEnum)
    return { key, type: 'choice', options: inner.options.map(String) };
  if (inner instanceof z.ZodBoolean) return { key, type: 'yesNo' };
  if (inner instanceof z.ZodString) return { key, type: 'text', maxLength: inner.maxLength ?? 200 };
  return null;
}

/** The fields of a kind in the order of its schema. */
export function targetFields(kind: TargetKindName): TargetField[] {
  const option = schemaOfKind(kind);
  return Object.entries(option.shape).flatMap(([key, schema]) => {
    if (NOT_LISTED.has(key)) return [];
    const field = fieldOf(key, schema as z.ZodType);
    return field ? [field] : [];
  });
}
