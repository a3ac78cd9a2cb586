import type SQLite from 'better-sqlite3';
import { type Driver, type SqliteDatabase, SqliteDialect } from 'kysely';

/** So many queries stay compiled; a page asks about twenty, each of them the same text every time. */
const MOST_COMPILED = 500;

/**
 * SQLite as Kysely runs it. Queries stay compiled, and a transaction that SQLite has ended by itself, as it does when
 * the disk is full, is not ended once more: that would hide the error that says what happened.
 */
export function createDialect(database: SQLite.Database): SqliteDialect {
  const dialect = new SqliteDialect({ database: compilingOnce(database) });
  const createDriver = dialect.createDriver.bind(dialect);
  dialect.createDriver = (): Driver => {
    const driver = createDriver();
    const rollback = driver.rollbackTransaction.bind(driver);
    driver.rollbackTransaction = async (connection) => {
      if (database.inTransaction) await rollback(connection);
    };
    return driver;
  };
  return dialect;
}

/**
 * A database whose queries stay compiled. None is asked again while its rows are being read: Kysely lends the connection
 * to one at a time.
 */
export function compilingOnce(database: SQLite.Database): SqliteDatabase {
  /** by its text, the one that was asked for last at the end */
  const compiled = new Map<string, SQLite.Statement>();
  return {
    close: () => void database.close(),
    prepare(sql) {
      const statement = compiled.get(sql) ?? database.prepare(sql);
      compiled.delete(sql);
      compiled.set(sql, statement);
      for (const oldest of compiled.keys()) {
        if (compiled.size <= MOST_COMPILED) break;
        compiled.delete(oldest);
      }
      return statement;
    },
  };
}
