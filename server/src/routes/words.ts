import { ENDPOINTS } from '@lens/contract';
import { type OwnWords, ownWord, Vocabulary, type Word, withJoined, withoutWord, withWord, wordProblems } from '@lens/core';
import { randomUUID } from 'node:crypto';
import type { Router } from 'express';
import type { Context } from '../context';
import { feedsOf } from '../store/feeds';
import { rulesOf } from '../store/rules';
import { usesOfWord } from '../store/word-uses';
import { answer } from './answer';
import { clientOr404 } from './clients';
import { keepRules } from './kept-documents';
import { HttpProblem, notFound } from '../problem';

/** A client's own measures, outcomes and dimensions. */
export function wordRoutes(router: Router, context: Context): void {
  const { db } = context;
  const wordsOf = (client: string): OwnWords => rulesOf(db, clientOr404(context, client).id, 'words');
  const wordOr404 = (own: OwnWords, id: string): Word => {
    const word = ownWord(own, id);
    if (!word) throw notFound('word of this client’s own');
    return word;
  };
  const store = (client: string, words: OwnWords): OwnWords => {
    keepRules(context, { client, kind: 'words', body: words, seen: null, by: '' });
    return words;
  };

  answer(router, ENDPOINTS.words, ({ params }) => {
    const own = wordsOf(params.client);
    const ids = [...own.measures, ...own.outcomes, ...own.dimensions].map(({ id }) => id);
    return { own, uses: ids.map((id) => ({ id, feeds: usesOfWord(db, params.client, id) })) };
  });

  answer(router, ENDPOINTS.addWord, ({ params, body }) => {
    const own = wordsOf(params.client);
    const made = { ...body, word: { ...body.word, id: `own-${randomUUID().slice(0, 8)}` } } as Word;
    refuse(wordProblems(made, new Vocabulary(own)));
    return { id: made.word.id, own: store(params.client, withWord(own, made)) };
  });

  answer(router, ENDPOINTS.changeWord, ({ params, body }) => {
    const own = wordsOf(params.client);
    const known = wordOr404(own, params.word);
    const changed = { ...body, word: { ...body.word, id: params.word } } as Word;
    if (known.kind !== changed.kind) throw notFound(`${changed.kind} of this client’s own`);
    refuse(wordProblems(changed, new Vocabulary(own)));
    refuseOtherAmounts(known, changed, usesOfWord(db, params.client, params.word));
    return store(params.client, withWord(own, changed));
  });

  answer(router, ENDPOINTS.removeWord, ({ params }) => {
    const own = wordsOf(params.client);
    const { word } = wordOr404(own, params.word);
    const uses = usesOfWord(db, params.client, params.word);
    if (uses.length > 0)
      throw new HttpProblem(
        409,
        'It is in use',
        `“${word.label}” is used by ${listed(uses)}. What they brought in would lose its name: join it with another word instead.`,
      );
    const leaning = own.measures.find(({ weight }) => weight === params.word);
    if (leaning) throw new HttpProblem(409, 'It is in use', `“${leaning.label}” is weighted by “${word.label}”. Change that first.`);
    return store(params.client, withoutWord(own, params.word));
  });

  answer(router, ENDPOINTS.joinWord, ({ params, body }) => {
    const own = wordsOf(params.client);
    const from = wordOr404(own, params.word);
    refuseJoin(from, body.into, new Vocabulary(own));
    refuseBoth(context, params.client, params.word, body.into);
    return store(params.client, withJoined(own, params.word, body.into));
  });

  answer(router, ENDPOINTS.setMain, ({ params, body }) => {
    const own = wordsOf(params.client);
    const { has } = new Vocabulary(own);
    const unknown = body.main.find((id) => !has.outcome(id));
    if (unknown !== undefined) throw notFound(`outcome “${unknown}”`);
    return store(params.client, { ...own, main: body.main });
  });
}

const listed = (names: readonly string[]): string => new Intl.ListFormat('en-GB').format(names.map((name) => `“${name}”`));

/** What is kept of a measure depends on its unit and on how it adds. */
function refuseOtherAmounts(known: Word, changed: Word, uses: readonly string[]): void {
  if (known.kind !== 'measure' || changed.kind !== 'measure' || uses.length === 0) return;
  const kept = ({ word: { adding, unit, weight } }: typeof known): string => JSON.stringify([adding, unit, weight]);
  if (kept(known) === kept(changed)) return;
  throw new HttpProblem(
    409,
    'It is in use',
    `${listed(uses)} hold amounts of “${known.word.label}” as they add now. Add another measure, bring the files in again with it, and join the two.`,
  );
}

function refuseJoin(from: Word, into: string, vocabulary: Vocabulary): void {
  const { has } = vocabulary;
  if (from.word.id === into || !has[from.kind](into)) throw notFound(`${from.kind} to join it with`);
  if (from.kind !== 'measure') return;
  const other = vocabulary.measure(into);
  const alike =
    from.word.adding === other.adding && from.word.weight === other.weight && JSON.stringify(from.word.unit) === JSON.stringify(other.unit);
  if (!alike)
    throw new HttpProblem(
      409,
      'They cannot be one',
      `“${from.word.label}” and “${other.label}” differ in unit or in how they add: their amounts are not the same thing.`,
    );
}

/** A row that tells both would have two amounts of one word. */
function refuseBoth({ db }: Context, client: string, from: string, into: string): void {
  const vocabulary = new Vocabulary(rulesOf(db, client, 'words'));
  const both = feedsOf(db, client).filter(({ mapping }) => {
    const text = JSON.stringify(mapping.columns);
    return text.includes(JSON.stringify(from)) && text.includes(JSON.stringify(vocabulary.idOf(into)));
  });
  if (both.length > 0)
    throw new HttpProblem(
      409,
      'They cannot be one',
      `${listed(both.map(({ name }) => name))} ${both.length === 1 ? 'has' : 'have'} a column of each. Leave one of the two columns out first.`,
    );
}

function refuse(problems: readonly string[]): void {
  if (problems.length > 0)
    throw new HttpProblem(
      400,
      'The word cannot be used',
      problems.join(' '),
      problems.map((message) => ({ path: 'word', message })),
    );
}
