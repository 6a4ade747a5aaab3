import type { Client, MovesReply } from '@lens/contract';
import { changedPart, type Day, isToDo, rangeText, safeCell, type SettingChange, writtenValues } from '@lens/core';
import { settingChangeText } from '@lens/draw';
import { toCsv } from './csv';

type SheetMove = MovesReply['moves'][number];

const HEADERS = ['channel', 'account', 'level', 'id', 'name', 'field', 'of', 'old', 'new', 'reason'];
const WIDTHS = [20, 20, 10, 14, 40, 14, 24, 24, 24, 90];

/** What is to be carried out and was not sent, in the order a person would type it in. */
function toDo(moves: readonly SheetMove[]): { readonly move: SheetMove; readonly cells: readonly string[] }[] {
  return moves
    .filter(isToDo)
    .map((move) => {
      const { entity, change } = move;
      const { channelName, accountName, level, externalId, name } = entity;
      const where = [channelName, accountName, level, externalId, name, fieldOf(change), changedPart(change)];
      return { move, cells: [...where, ...writtenValues(change), reasonOf(move)] };
    })
    .sort((a, b) => a.cells.join('\u0000').localeCompare(b.cells.join('\u0000'), 'en'));
}

/** What is changed as a person would look for it. */
const fieldOf = (change: SettingChange): string => (change.field === 'part' ? change.dimension : change.field);
const reasonOf = ({ reason, evidence }: SheetMove): string => reason || evidence.join(' ');

/** One change a line. */
export const changeSheet = (moves: readonly SheetMove[]): string =>
  toCsv(
    HEADERS,
    toDo(moves).map(({ cells }) => cells),
  );

/** The same as a workbook. */
export async function changeWorkbook(moves: readonly SheetMove[]): Promise<Buffer> {
  // It is large, and most of the time nobody asks for it.
  const { default: exceljs } = await import('exceljs');
  const workbook = new exceljs.Workbook();
  const sheet = workbook.addWorksheet('Changes', { views: [{ state: 'frozen', ySplit: 1 }] });
  sheet.columns = HEADERS.map((header, at) => ({
    header,
    width: WIDTHS[at] ?? 20,
    style: { alignment: { wrapText: true, vertical: 'top' } },
  }));
  sheet.getRow(1).font = { bold: true };
  for (const { cells } of toDo(moves)) sheet.addRow(cells.map(safeCell));
  return Buffer.from(await workbook.xlsx.writeBuffer());
}

/** The same as a text that a person follows step by step, account by account. */
export function changeText(moves: readonly SheetMove[], client: Client, today: Day): string {
  const lines = [`Changes for ${client.name}, ${rangeText({ from: today, to: today }, client.locale)}`];
  let where = '';
  for (const [at, { move }] of toDo(moves).entries()) {
    const { channelName, accountName, name, externalId, currency } = move.entity;
    const account = `${channelName}, account ${accountName}`;
    if (account !== where) lines.push('', account);
    where = account;
    const change = settingChangeText(move.change, { ...client, currency: currency || client.currency });
    lines.push(`${at + 1}. ${name} (${externalId}): ${change}`, `   Why: ${reasonOf(move)}`);
  }
  if (lines.length === 1) lines.push('', 'Nothing is to be carried out.');
  // Notepads show the lines of either kind of machine.
  return `${lines.map((line) => line.replace(/[\r\n]+/g, ' ')).join('\r\n')}\r\n`;
}
