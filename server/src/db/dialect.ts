import type SQLite from 'better-sqlite3';
import { type Driver, SqliteDialect } from 'kysely';

/**
 * SQLite ends a transaction by itself when the disk is full. Ending it once more is no error of its own: it would hide
 * the one that says what happened.
 */
export function createDialect(database: SQLite.Database): SqliteDialect {
  const dialect = new SqliteDialect({ database });
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
