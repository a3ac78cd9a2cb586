import SQLite from 'better-sqlite3';
import { beforeEach, describe, expect, it } from 'vitest';
import { compilingOnce } from './dialect.ts';

describe('queries that stay compiled', () => {
  let compiled: string[];
  let ask: (text: string, ...parameters: unknown[]) => unknown[];
  beforeEach(() => {
    const sqlite = new SQLite(':memory:');
    sqlite.exec(
      "create table notes (id integer primary key, text text not null); insert into notes values (1, 'a'), (2, 'b')",
    );
    compiled = [];
    const prepare = sqlite.prepare.bind(sqlite);
    sqlite.prepare = ((text: string) => {
      compiled.push(text);
      return prepare(text);
    }) as typeof sqlite.prepare;
    const database = compilingOnce(sqlite);
    ask = (text, ...parameters) => {
      const statement = database.prepare(text);
      return statement.reader ? statement.all(parameters) : [statement.run(parameters)];
    };
  });
  it('are compiled once for the same text, whatever is asked with it', () => {
    const text = 'select text from notes where id = ?';
    expect([ask(text, 1), ask(text, 2), ask(text, 9)]).toEqual([[{ text: 'a' }], [{ text: 'b' }], []]);
    expect(compiled).toEqual([text]);
  });
  it('know a table that was changed since', () => {
    const text = 'select * from notes where id = ?';
    expect(ask(text, 1)).toEqual([{ id: 1, text: 'a' }]);
    ask('alter table notes add column more integer not null default 7');
    expect(ask(text, 1)).toEqual([{ id: 1, text: 'a', more: 7 }]);
  });
  it('are given up where there are very many, those that were asked longest ago first', () => {
    const textOf = (id: number) => `select text from notes where id = ${id}`;
    for (let id = 0; id < 600; id++) ask(textOf(id));
    compiled.length = 0;
    ask(textOf(599));
    expect(compiled).toEqual([]);
    expect(ask(textOf(1))).toEqual([{ text: 'a' }]);
    expect(compiled).toEqual([textOf(1)]);
  });
});
