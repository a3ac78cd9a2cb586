import { randomUUID } from 'node:crypto';
import { Ledger, ReviewGrid } from '@nachweis/contract';
import { expect, it } from 'vitest';
import { handedIn, serverPerTest } from '../testServer.testing.ts';

const server = serverPerTest();

it('the book says nothing, waiting, not released and released, with points only where all verdicts are given', async () => {
  const room = await handedIn(server());
  const absent = await server().addPerson('Imre', 'Szalai');
  await server()
    .context.db.insertInto('members')
    .values({ course_id: room.courseId, person_id: absent.id, role: 'student' })
    .execute();
  const cells = async () => {
    const { body } = await room.instructor.get(`/api/courses/${room.courseId}/ledger`).expect(200);
    return Ledger.parse(body).rows.map(({ student, cells: [cell], totalUnits }) => [
      student.name.split(' ').at(-1),
      cell?.state,
      cell?.units,
      totalUnits,
    ]);
  };
  const judge = (verdicts: Record<string, unknown>) =>
    room.instructor
      .put(`/api/hand-ins/${room.handInId}/verdicts`)
      .send({ id: randomUUID(), verdicts })
      .expect(200);
  expect(await cells()).toEqual([
    ['Okafor', 'waiting', null, 0],
    ['Szalai', 'none', null, 0],
  ]);
  await judge({ [room.exponent]: { verdict: 'shown', on: 0 } });
  expect((await cells())[0]).toEqual(['Okafor', 'waiting', null, 0]);
  await judge({ [room.axes]: { verdict: 'partly', on: 0 } });
  // The first is worth 100, the second 75, half of which is 37.5, rounded to 38 (see gradeHandIn).
  expect((await cells())[0]).toEqual(['Okafor', 'marked', 138, 0]);
  await room.instructor.post(`/api/hand-ins/${room.handInId}/release`).expect((r) => r.status < 300);
  expect((await cells())[0]).toEqual(['Okafor', 'released', 138, 138]);
  await room.student.get(`/api/courses/${room.courseId}/ledger`).expect(403);
});

it('says of each must-show what was earned, once all verdicts are given, and not of what counts no more', async () => {
  const room = await handedIn(server());
  const mustShows = async () => {
    const { body } = await room.instructor.get(`/api/courses/${room.courseId}/ledger`).expect(200);
    return Ledger.parse(body).assignments[0]?.mustShows.map(({ code, judged, earned, discrimination }) => [
      code,
      judged,
      earned,
      discrimination,
    ]);
  };
  const judge = (verdicts: Record<string, unknown>) =>
    room.instructor
      .put(`/api/hand-ins/${room.handInId}/verdicts`)
      .send({ id: randomUUID(), verdicts })
      .expect(200);
  await judge({ [room.exponent]: { verdict: 'shown', on: 0 } });
  const nothing = [
    ['P1a', 0, null, null],
    ['P1b', 0, null, null],
  ];
  expect(await mustShows()).toEqual(nothing);
  await judge({ [room.axes]: { verdict: 'partly', on: 0 } });
  expect(await mustShows()).toEqual([
    ['P1a', 1, 1, null],
    ['P1b', 1, 0.5, null],
  ]);
  await room.instructor
    .post(`/api/assignments/${room.assignment.id}/corrections`)
    .send({
      id: randomUUID(),
      mustShowId: room.exponent,
      worth: null,
      reason: 'Nobody could see it.',
      baseVersion: 0,
    })
    .expect((r) => expect(r.status, JSON.stringify(r.body)).toBeLessThan(300));
  expect(await mustShows()).toEqual([['P1b', 1, 0.5, null]]);
});

it('the grid has each hand-in under the question it answered, with pictures, findings and verdicts', async () => {
  const room = await handedIn(server());
  const path = `/api/assignments/${room.assignment.id}`;
  const { definition, version } = (await room.instructor.get(`${path}/definition`)).body;
  const [point] = definition.points;
  await room.instructor
    .put(`${path}/definition`)
    .send({
      definition: { ...definition, points: [{ ...point, mustShows: point.mustShows.slice(0, 1) }] },
      baseVersion: version,
    })
    .expect(200);
  const grid = ReviewGrid.parse((await room.instructor.get(`${path}/grid`).expect(200)).body);
  expect(grid.assignment.proofPoints[0]?.mustShows).toHaveLength(1);
  expect(grid.rows).toMatchObject([
    {
      handInId: room.handInId,
      state: 'waiting',
      cells: [
        {
          itemIds: [expect.any(String)],
          verdicts: [
            { letter: 'a', verdict: null },
            { letter: 'b', verdict: null },
          ],
        },
      ],
    },
  ]);
  // By the very address that the page of the hand-in has, so that what was fetched by one is there for the other.
  const review = (await room.instructor.get(`/api/hand-ins/${room.handInId}/review`).expect(200)).body;
  const [cell] = grid.rows[0]?.cells ?? [];
  expect(cell?.baseHrefs).toEqual([review.items[0].baseHref]);
  await room.instructor
    .get(cell?.baseHrefs[0] ?? '')
    .expect('Content-Type', 'image/png')
    .expect(200);
});
