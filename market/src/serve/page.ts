import type { Market } from '../market';
import { CHANGE_FIELDS } from '../people/settings';
import { isoDay } from '../world/calendar';

const escape = (text: string): string => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('"', '&quot;');

/** The market's own plain page: what day it is, tokens, a change, downloads. */
export function pageOf(market: Market, tokenOf: (channel: string) => string): string {
  return `<!doctype html><html lang="en"><meta charset="utf-8"><title>The market</title>
<style>body{font:16px/1.5 Georgia,serif;max-width:60rem;margin:2rem auto;padding:0 1rem}code{background:#eee;padding:.1rem .3rem}table{border-collapse:collapse}td,th{text-align:left;padding:.2rem .8rem .2rem 0;vertical-align:top}</style>
<h1>The market</h1>
<p>A stand-in for the outside channels. Today is <strong>${isoDay(market.today)}</strong> here; days pass only when you let them.</p>
<form method="post" action="/clock/advance"><label>Let <input name="days" value="7" size="3"> days pass</label> <button>Advance</button></form>
<h2>Tokens</h2>
<table><tr><th>Channel</th><th>Token to paste</th><th></th></tr>
${market
  .channels()
  .map(
    ({ id, name }) =>
      `<tr><td>${escape(name)}</td><td><code>${escape(tokenOf(id))}</code></td><td><form method="post" action="/tokens/${id}"><button>Make a new one</button></form></td></tr>`,
  )
  .join('\n')}
</table>
<h2>Change something</h2>
${market
  .channels()
  .flatMap(({ id, name }) =>
    market
      .accounts(id)
      .filter(({ reports }) => reports.some((report) => report.id === 'settings'))
      .map((account) => changeForm(market, id, name, account.id, account.client)),
  )
  .join('\n')}
<h2>Files</h2>
<p>The last 92 days of each report, as the channel’s own export would write them.</p>
<ul>
${market
  .channels()
  .flatMap(({ id, name }) =>
    market.accounts(id).flatMap((account) =>
      account.reports.map((report) => {
        const to = (ending: string, label: string): string => `<a href="/files/${id}/${account.id}/${report.id}.${ending}">${label}</a>`;
        return `<li>${escape(name)}, ${escape(account.name)}: ${escape(report.name)} ${to('csv', 'commas')} ${to('semicolon.csv', 'semicolons')} ${to('jsonl', 'JSON lines')}</li>`;
      }),
    ),
  )
  .join('\n')}
</ul></html>`;
}

function changeForm(market: Market, channel: string, name: string, account: string, clientId: string): string {
  const client = market.clients.find(({ id }) => id === clientId);
  const options = (client?.campaigns ?? [])
    .filter((each) => each.channel === channel)
    .map((each) => `<option value="${each.id}">${escape(each.name)}</option>`);
  const fields = CHANGE_FIELDS.map((field) => `<option>${field}</option>`);
  return `<details><summary>${escape(name)}, ${escape(client?.name ?? '')}</summary>
<form method="post" action="/changes/${channel}/${account}">
<label>Campaign <select name="campaign">${options.join('')}</select></label>
<label>Field <select name="field">${fields.join('')}</select></label>
<label>What (ad, place, term or device) <input name="what"></label>
<label>New value <input name="value" required></label> <button>Change it</button></form></details>`;
}
