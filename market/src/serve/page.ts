import type { Channel, Market } from '../market';
import { CHANGE_FIELDS } from '../people/settings';
import type { Account } from '../report/report';
import { isoDay } from '../world/calendar';
import { CHANNELS } from '../world/spec';
import { FORMATS } from './formats';
import { escapeXml, pictureOf } from './pictures';

/** The market's own plain page: what day it is, tokens, a change, downloads. */
export function pageOf(market: Market, tokenOf: (channel: string) => string): string {
  return `<!doctype html><html lang="en"><meta charset="utf-8"><title>The market</title>
<style>body{font:16px/1.5 Georgia,serif;max-width:60rem;margin:2rem auto;padding:0 1rem}code{background:#eee;padding:.1rem .3rem}table{border-collapse:collapse}td,th{text-align:left;padding:.2rem .8rem .2rem 0;vertical-align:top}figure{display:inline-block;margin:.5rem;width:20rem}</style>
<h1>The market</h1>
<p>A stand-in for the outside channels. Today is <strong>${isoDay(market.today)}</strong> here; days pass only when you let them.</p>
<form method="post" action="/clock/advance"><label>Let <input name="days" value="7" size="3"> days pass</label> <button>Advance</button></form>
<h2>Tokens</h2>
<table><tr><th>Channel</th><th>Token to paste</th><th></th></tr>
${market
  .channels()
  .map(
    ({ id, name }) =>
      `<tr><td>${escapeXml(name)}</td><td><code>${escapeXml(tokenOf(id))}</code></td><td><form method="post" action="/tokens/${id}"><button>Make a new one</button></form></td></tr>`,
  )
  .join('\n')}
</table>
<h2>Change something</h2>
${accountsOf(market)
  .filter(({ account }) => account.reports.some((report) => report.id === 'settings'))
  .map(({ channel, account }) => changeForm(market, channel, account))
  .join('\n')}
<h2>Files</h2>
<p>The last 92 days of each report, as the channel’s own export would write them.</p>
<ul>
${accountsOf(market)
  .flatMap(({ channel, account }) => [
    `<li>${escapeXml(channel.name)}, ${escapeXml(account.name)}: <a href="/files/${channel.id}/${account.id}.zip">all reports in an archive</a></li>`,
    ...account.reports.map((report) => {
      const links = FORMATS.map(
        ({ ending, label }) => `<a href="/files/${channel.id}/${account.id}/${report.id}.${ending}">${escapeXml(label)}</a>`,
      );
      return `<li>${escapeXml(channel.name)}, ${escapeXml(account.name)}: ${escapeXml(report.name)}: ${links.join(' · ')}</li>`;
    }),
  ])
  .join('\n')}
</ul>
<h2>Pictures</h2>
<p>What the ads of social, video and display show.</p>
${market.clients
  .map(
    (client) =>
      `<details><summary>${escapeXml(client.name)}</summary>${client.campaigns
        .filter(({ channel }) => ['social', 'video', 'display'].includes(CHANNELS[channel].kind))
        .flatMap(({ groups }) => groups.flatMap(({ ads }) => ads))
        .map(({ id, name }) => `<figure>${pictureOf(id, name)}<figcaption>${escapeXml(name)}</figcaption></figure>`)
        .join('')}</details>`,
  )
  .join('\n')}
</html>`;
}

const accountsOf = (market: Market): { readonly channel: Channel; readonly account: Account }[] =>
  market.channels().flatMap((channel) => market.accounts(channel.id).map((account) => ({ channel, account })));

function changeForm(market: Market, channel: Channel, account: Account): string {
  const client = market.clientOf(account);
  const options = client.campaigns
    .filter((each) => each.channel === channel.id)
    .map((each) => `<option value="${each.id}">${escapeXml(each.name)}</option>`);
  const fields = CHANGE_FIELDS.map((field) => `<option>${field}</option>`);
  return `<details><summary>${escapeXml(channel.name)}, ${escapeXml(client.name)}</summary>
<form method="post" action="/changes/${channel.id}/${account.id}">
<label>Campaign <select name="campaign">${options.join('')}</select></label>
<label>Field <select name="field">${fields.join('')}</select></label>
<label>What (ad, place, term or device) <input name="what"></label>
<label>New value <input name="value" required></label> <button>Change it</button></form></details>`;
}
