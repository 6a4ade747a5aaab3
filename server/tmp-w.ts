import { clientsOfWorld } from '../market/src/clients/worlds';
import { Market } from '../market/src/market';
import { costlyGrams, termsOf } from '../core/src/checks/searches';
const DAYS = 182;
for (const w of (process.argv[2]??'1,2').split(',').map(Number)) {
  const clients = clientsOfWorld(w).map(c=>({...c, from: c.from < '2026-03-01' ? '2026-03-01' : c.from}));
  const market = Market.open(undefined, () => undefined, clients);
  for (const world of clients) {
    const kws = new Set<string>(); const sums = new Map<string, any>(); let rows = 0;
    for (const channel of ['harbor-search','tern-search'] as const) {
      for (const acc of market.accounts(channel)) { if (acc.client !== world.id) continue;
        const r = acc.reports.find(r=>r.id==='terms'); if(!r) continue;
        const at = new Map(r.fields.map((f:any,i:number)=>[f.name,i]));
        for (const row of r.rows({from: market.today-DAYS, to: market.today-1})) { rows++;
          const g=(n:string)=>row[at.get(n)??-1] as any;
          const key=g('Campaign')+'|'+g('Search term'); kws.add(g('Keyword'));
          const own = sums.get(key) ?? {whole:g('Campaign'), campaignName:g('Campaign'), channelName:channel, name:g('Search term'), spend:0, outcomes:0};
          sums.set(key, own);
          own.spend += Number(g('Cost')??0); own.outcomes += Number(g('Purchases')??g('Bookings')??g('Leads')??g('Installs')??0);
        } } }
    if (!rows) continue;
    const terms = termsOf([...sums.values()].filter(t=>!t.name.toLowerCase().includes(world.name.toLowerCase().split(' ')[0])));
    const grams = costlyGrams(terms, [...kws]); for (const w of ['jobs','free','what','what is','is','buy','cheap','near','best']) { const own = terms.filter(t=>t.words.includes(w)||(t.words.join(' ')).includes(w)); console.log('   ', w, own.reduce((s,t)=>s+t.spend,0).toFixed(0), own.reduce((s,t)=>s+t.outcomes,0), own.reduce((s,t)=>s+t.expected,0).toFixed(1)); }
    const truth = new Map(world.campaigns.flatMap(c=>c.groups.flatMap(g=>g.keywords.flatMap(k=>k.terms.map(t=>[t.name,t] as const)))));
    const flagged = new Set(grams.flatMap(g=>g.terms.map(t=>t.name)));
    const wrong = [...truth.values()].filter(t=>['to know','a job','for nothing'].includes(t.intent) && terms.some(x=>x.name===t.name));
    const good = [...truth.values()].filter(t=>!['to know','a job','for nothing'].includes(t.intent) && terms.some(x=>x.name===t.name));
    console.log(w, world.id, 'rows',rows,'terms',new Set(terms.map(t=>t.name)).size,'intents',JSON.stringify([...new Set([...truth.values()].map(t=>t.intent))]),'grams',grams.map(g=>`${g.gram} ${g.spend.toFixed(0)} ${g.outcomes}/${g.expected.toFixed(1)}`).join('; '),'wrong',wrong.length,'found',wrong.filter(t=>flagged.has(t.name)).length,'good',good.length,'blamed',good.filter(t=>flagged.has(t.name)).map(t=>t.name+' '+t.quality).join(','));
    for (const t of wrong.filter(t=>!flagged.has(t.name))) { const x = terms.filter(y=>y.name===t.name); console.log('  missed', t.name, t.quality, x.reduce((s,y)=>s+y.spend,0).toFixed(0), x.reduce((s,y)=>s+y.outcomes,0)); }
  }
}
process.exit(0);
