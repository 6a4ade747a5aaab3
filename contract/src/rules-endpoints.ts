import { z } from 'zod';
import { id } from './basic';
import { endpoint } from './endpoint';
import * as changes from './changes';
import * as groupings from './groupings';
import * as joining from './joining';
import * as lots from './lots';
import { edited, ruleEdit, ruleVersion } from './metrics';
import * as naming from './naming';
import * as sources from './sources';
import * as words from './words';
import { promises } from './promises';

const ofClient = z.object({ client: id });
const ofWord = z.object({ client: id, word: words.wordId });

/** Versions of rules that are stored as a whole, the newest first. */
const versionsOf = <Body extends z.ZodType>(rules: string, body: Body) =>
  endpoint({
    method: 'GET',
    path: `/clients/:client/${rules}/versions`,
    summary: `What was said before, when and by whom: ${rules}`,
    params: ofClient,
    reply: z.object({ versions: z.array(z.object({ ...edited, body })).readonly() }),
  });

/** What a client says about how its data is to be understood, and what that makes of it. */
export const RULES_ENDPOINTS = {
  naming: endpoint({
    method: 'GET',
    path: '/clients/:client/naming',
    summary: 'How names are built, and how they seem to be',
    params: ofClient,
    reply: naming.namingReply,
  }),
  setNaming: endpoint({
    method: 'PUT',
    path: '/clients/:client/naming',
    summary: 'Say how names are built, and what corrects those that are not',
    params: ofClient,
    body: naming.naming.extend(ruleEdit),
    reply: naming.naming.extend(ruleVersion),
  }),
  namingVersions: versionsOf('naming', naming.naming),
  names: endpoint({
    method: 'POST',
    path: '/clients/:client/names',
    summary: 'Names as they would be read, those that break the convention first, with their spend',
    params: ofClient,
    body: naming.naming,
    reply: naming.namesReply,
  }),
  sources: endpoint({
    method: 'GET',
    path: '/clients/:client/sources',
    summary: 'Rules that sort where visits come from',
    params: ofClient,
    reply: sources.sourcesReply,
  }),
  setSources: endpoint({
    method: 'PUT',
    path: '/clients/:client/sources',
    summary: 'Say how spellings of sources are sorted',
    params: ofClient,
    body: sources.sourceRules.extend(ruleEdit),
    reply: sources.sourceRules.extend(ruleVersion),
  }),
  sourcesVersions: versionsOf('sources', sources.sourceRules),
  visits: endpoint({
    method: 'POST',
    path: '/clients/:client/visits',
    summary: 'Visits of a period by source, as these rules would sort them',
    params: ofClient,
    body: sources.visitsRequest,
    reply: sources.visitsReply,
  }),
  lots: endpoint({
    method: 'POST',
    path: '/clients/:client/lots',
    summary: 'Traffic bought in lots in a period, with what came of it',
    params: ofClient,
    body: lots.lotsRequest,
    reply: lots.lotsReply,
  }),
  changes: endpoint({
    method: 'POST',
    path: '/clients/:client/changes',
    summary: 'What was changed at the channels in a period, as their change histories tell it',
    params: ofClient,
    body: changes.changesRequest,
    reply: changes.changesReply,
  }),
  groupings: endpoint({
    method: 'GET',
    path: '/clients/:client/groupings',
    summary: 'How the members of a client are grouped',
    params: ofClient,
    reply: groupings.groupings.extend(ruleVersion),
  }),
  setGroupings: endpoint({
    method: 'PUT',
    path: '/clients/:client/groupings',
    summary: 'Group members, by rule or by hand; each grouping is a dimension at once',
    params: ofClient,
    body: groupings.groupings.extend(ruleEdit),
    reply: groupings.groupings.extend(ruleVersion),
  }),
  groupingsVersions: versionsOf('groupings', groupings.groupings),
  tryGrouping: endpoint({
    method: 'POST',
    path: '/clients/:client/groupings/try',
    summary: 'What a grouping would make of the members there are, with their spend',
    params: ofClient,
    body: groupings.groupingTry,
    reply: groupings.groupingTried,
  }),
  joinings: endpoint({
    method: 'GET',
    path: '/clients/:client/joinings',
    summary: 'How the outcomes of each list reach members',
    params: ofClient,
    reply: joining.joiningsReply,
  }),
  setJoining: endpoint({
    method: 'PUT',
    path: '/clients/:client/joinings',
    summary: 'Say how the outcomes of a list reach members',
    params: ofClient,
    body: joining.newJoining.extend(ruleEdit),
    reply: joining.newJoining.extend(ruleVersion),
  }),
  joiningsVersions: versionsOf('joinings', joining.joinings),
  tryJoining: endpoint({
    method: 'POST',
    path: '/clients/:client/joinings/try',
    summary: 'What a joining would make of the outcomes of a period',
    params: ofClient,
    body: joining.joiningRequest,
    reply: joining.joiningReply,
  }),
  setPromises: endpoint({
    method: 'PUT',
    path: '/clients/:client/promises',
    summary: 'Replace targets, margins, budgets, rates, numbers, balances, accepting hours and wanted frequencies',
    params: ofClient,
    body: promises.extend(ruleEdit),
    reply: promises.extend(ruleVersion),
  }),
  promisesVersions: versionsOf('promises', promises),
  words: endpoint({
    method: 'GET',
    path: '/clients/:client/words',
    summary: 'A client’s own measures, outcomes and dimensions, and which feeds speak of them',
    params: ofClient,
    reply: words.wordsReply,
  }),
  addWord: endpoint({
    method: 'POST',
    path: '/clients/:client/words',
    summary: 'Add a measure, an outcome or a dimension of the client’s own',
    params: ofClient,
    body: words.newWord,
    reply: z.object({ id: words.wordId, own: words.ownWords }),
  }),
  changeWord: endpoint({
    method: 'PUT',
    path: '/clients/:client/words/:word',
    summary: 'Rename or describe a word; what was imported as it keeps its history',
    params: ofWord,
    body: words.newWord,
    reply: words.ownWords,
  }),
  removeWord: endpoint({
    method: 'DELETE',
    path: '/clients/:client/words/:word',
    summary: 'Remove a word that nothing uses',
    params: ofWord,
    reply: words.ownWords,
  }),
  joinWord: endpoint({
    method: 'POST',
    path: '/clients/:client/words/:word/join',
    summary: 'Make a word one with another: what was imported as it is read as the other',
    params: ofWord,
    body: z.object({ into: words.wordId }),
    reply: words.ownWords,
  }),
  setMain: endpoint({
    method: 'PUT',
    path: '/clients/:client/main-outcomes',
    summary: 'Say which outcomes count as a result beside the one of the client’s metric set',
    params: ofClient,
    body: z.object({ main: z.array(words.wordId).max(100) }),
    reply: words.ownWords,
  }),
} as const;
