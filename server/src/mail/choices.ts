import { MAIL_KINDS, type MailChoicesWrite, type MailView } from '@nachweis/contract';
import type { Context } from '../context.ts';

/** What a person gets by mail; everything where they have chosen nothing. */
export async function readMailView({ db, post }: Context, personId: string): Promise<MailView> {
  const person = await db
    .selectFrom('people')
    .select('email')
    .where('id', '=', personId)
    .executeTakeFirstOrThrow();
  const rows = await db.selectFrom('mail_choices').selectAll().where('person_id', '=', personId).execute();
  const wants = (kind: (typeof MAIL_KINDS)[number]) => rows.find((row) => row.kind === kind)?.wanted !== 0;
  return {
    sends: post.sends,
    email: person.email,
    choices: { receipt: wants('receipt'), returned: wants('returned'), reminder: wants('reminder') },
  };
}

export async function chooseMail(
  context: Context,
  personId: string,
  choices: MailChoicesWrite,
): Promise<MailView> {
  await context.db.transaction().execute(async (trx) => {
    for (const kind of MAIL_KINDS) {
      if (choices[kind] === undefined) continue;
      const wanted = Number(choices[kind]);
      await trx
        .insertInto('mail_choices')
        .values({ person_id: personId, kind, wanted })
        .onConflict((c) => c.columns(['person_id', 'kind']).doUpdateSet({ wanted }))
        .execute();
    }
  });
  return readMailView(context, personId);
}
