import type Router from '@koa/router';
import type { Context } from 'koa';
import { questionSorts, QuestionsToKeep, QuestionToKeep, type Page, type QuestionView } from '../../contract';
import { nameKey } from '../../core/names';
import { parseQuestion, questionKinds, type Question } from '../../core/questions';
import type { Told } from '../../core/problems';
import {
  badInput,
  bodyAs,
  changedMeanwhile,
  conflict,
  etagOf,
  notFound,
  pageOfList,
  wantedRevision,
} from '../http';
import { keepQuestion, keepQuestions, listQuestions, questionById, unchangeQuestion } from '../store';
import type { Parts } from './parts';

export function questionRoutes(router: Router, { db }: Parts): void {
  const answer = async (ctx: Context, id: string) => {
    const held = await questionById(db, id);
    if (!held) throw notFound('such question');
    ctx.set('ETag', etagOf(held.revision));
    ctx.body = held satisfies QuestionView;
  };

  router.get('/questions', async (ctx) => {
    ctx.body = pageOfList(ctx, await listQuestions(db), {
      id: ({ question }) => question.id,
      words: ({ question }) => `${question.title} ${question.prompts.join(' ')}`,
      sorts: questionSorts,
      key: ({ question: { kind, title } }, sort) =>
        `${sort === 'kind' ? questionKinds.indexOf(kind) : ''} ${nameKey(title)}`,
    }) satisfies Page<QuestionView>;
  });

  router.post('/questions', async (ctx) => {
    const { questions: inputs } = bodyAs(ctx, QuestionsToKeep);
    const problems: Told[] = [];
    const questions: Question[] = [];
    inputs.forEach((input, n) => {
      const result = parseQuestion(input);
      if (!result.ok)
        problems.push(
          ...result.problems.map(({ path, message }) => ({ path: `questions[${n}].${path}`, message })),
        );
      else if (questions.some(({ id }) => id === result.value.id))
        problems.push({ path: `questions[${n}].id`, message: `is used twice: ${result.value.id}` });
      else questions.push(result.value);
    });
    if (problems.length > 0) throw badInput('The questions have problems; nothing was stored.', problems);
    ctx.body = await keepQuestions(db, questions);
  });

  router.put('/questions/:id', async (ctx) => {
    const { question: input, enabled } = bodyAs(ctx, QuestionToKeep);
    const result = parseQuestion(input);
    if (!result.ok)
      throw badInput(
        'The question has problems; nothing was stored.',
        result.problems.map(({ path, message }) => ({ path: `question.${path}`, message })),
      );
    const id = String(ctx.params.id);
    if (result.value.id !== id)
      throw badInput('The question has another id than its address.', [
        { path: 'question.id', message: `must be ${id}` },
      ]);
    const isNew = ctx.get('If-Match') === '';
    const kept = await keepQuestion(db, result.value, enabled, isNew ? null : wantedRevision(ctx));
    if (!kept) throw isNew ? conflict('Another question has this id.') : changedMeanwhile('question');
    ctx.status = isNew ? 201 : 200;
    await answer(ctx, id);
  });

  router.delete('/questions/:id/changes', async (ctx) => {
    const id = String(ctx.params.id);
    const held = await questionById(db, id);
    if (!held) throw notFound('such question');
    if (held.origin === 'own') throw conflict('This question is the school’s own; it never shipped.');
    if (!(await unchangeQuestion(db, id, wantedRevision(ctx)))) throw changedMeanwhile('question');
    await answer(ctx, id);
  });
}
