import type { ZodType } from 'zod';

/**
 * A column that holds JSON: written with the version of its shape, read through its schema. What cannot be read (an
 * older shape that no upgrade knows, a damaged row) gives the value that stands for nothing, so that one row never
 * takes a page away.
 */
export interface JsonColumn<T> {
  write(value: T): string;
  read(text: string | null | undefined): T;
  /** null where it cannot be read */
  readOrNull(text: string | null | undefined): T | null;
}

interface ColumnOptions<T> {
  version: number;
  schema: ZodType<T>;
  /** what stands for nothing */
  fallback: () => T;
  /** makes the present shape of an earlier one */
  upgrade?: (value: unknown, version: number) => unknown;
}

export function jsonColumn<T>({ version, schema, fallback, upgrade }: ColumnOptions<T>): JsonColumn<T> {
  const readOrNull = (text: string | null | undefined): T | null => {
    if (!text) return null;
    try {
      const kept = JSON.parse(text) as { v?: number; value?: unknown };
      const current = kept.v === version || !upgrade ? kept.value : upgrade(kept.value, Number(kept.v ?? 0));
      return schema.parse(current);
    } catch {
      return null;
    }
  };
  return {
    write: (value) => JSON.stringify({ v: version, value }),
    readOrNull,
    read: (text) => readOrNull(text) ?? fallback(),
  };
}
