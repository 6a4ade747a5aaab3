import type { Express } from 'express';
import yazl from 'yazl';
import type { Account } from '../report/report';
import type { Market } from '../market';
import { FORMATS } from './formats';
import { accountOf, Refused, reportOf } from './refused';

/** Days of history an export holds. */
const DAYS = 92;

/** Reports as files, in every format that channels export, and all reports of an account in one archive. */
export function fileRoutes(app: Express, market: Market): void {
  const days = () => ({ from: market.today - DAYS, to: market.today - 1 });

  app.get('/files/:channel/:account/:file', async (request, response) => {
    const { channel, account, file } = request.params;
    const [name = '', ending] = file.split(/\.(.*)/);
    const report = reportOf(accountOf(market, channel, account), name);
    const format = FORMATS.find((each) => each.ending === ending);
    if (!format)
      throw new Refused(404, `There is no format .${ending ?? ''}. There are: ${FORMATS.map((each) => each.ending).join(', ')}.`);
    const written = await format.write(report, report.rows(days()), days());
    response.type(format.type).attachment(`${account}_${file}`).send(written);
  });

  app.get('/files/:channel/:account.zip', (request, response) => {
    const account = accountOf(market, request.params.channel, request.params.account);
    response.type('application/zip').attachment(`${account.id}.zip`);
    archiveOf(account, days()).outputStream.pipe(response);
  });
}

function archiveOf(account: Account, days: { from: number; to: number }): yazl.ZipFile {
  const archive = new yazl.ZipFile();
  const [plain] = FORMATS;
  for (const report of account.reports) {
    const text = plain?.write(report, report.rows(days), days);
    if (typeof text === 'string') archive.addBuffer(Buffer.from(text), `${account.id}/${report.id}.csv`);
  }
  archive.end();
  return archive;
}
