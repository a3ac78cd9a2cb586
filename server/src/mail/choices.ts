import { MAIL_KINDS, type MailChoices, type MailView } from '@nachweis/contract';
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
  choices: MailChoices,
): Promise<MailView> {
  await context.db.transaction().execute(async (trx) => {
    for (const kind of MAIL_KINDS)
      await trx
        .insertInto('mail_choices')
        .values({ person_id: personId, kind, wanted: choices[kind] ? 1 : 0 })
        .onConflict((c) => c.columns(['person_id', 'kind']).doUpdateSet({ wanted: choices[kind] ? 1 : 0 }))
        .execute();
  });
  return readMailView(context, personId);
}
