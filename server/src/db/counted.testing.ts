import type { Context } from '../context.ts';

/** Counts what is asked of the database, and keeps the questions. */
export function counted(context: Context) {
  const asked: Array<{ sql: string; parameters: readonly unknown[] }> = [];
  const db = context.db.withPlugin({
    transformQuery({ node, queryId }) {
      const { sql, parameters } = context.db.getExecutor().compileQuery(node, queryId);
      asked.push({ sql, parameters });
      return node;
    },
    transformResult: async ({ result }) => result,
  });
  return { context: { ...context, db } as Context, asked };
}
