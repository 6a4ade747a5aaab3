import { clientsOfWorld } from '../market/src/clients/worlds';
import { Market } from '../market/src/market';
import { besideSiblings, expecting, costlyOf } from '../core/src/checks/beside-whole';
import { groupBy } from '@lens/core';
const DAYS = 182;
for (const w of (process.argv[2]??'1,2').split(',').map(Number)) {
  const clients = clientsOfWorld(w).map(c=>({...c, from: c.from < '2026-03-01' ? '2026-03-01' : c.from}));
  const market = Market.open(undefined, () => undefined, clients);
  for (const world of clients) {
    const judged: any[] = [];
    for (const [channel, report, field] of [['larkmail','sub-sources','Sub-source'],['hedgerow-display','placements','Placement']] as const) {
      for (const acc of market.accounts(channel)) { if (acc.client !== world.id) continue;
        const r = acc.reports.find(r=>r.id===report); if(!r) continue;
        const at = new Map(r.fields.map((f:any,i:number)=>[f.name,i]));
        if (judged.length===0 && w===1) console.log([...at.keys()].join(','));
        const sums = new Map<string, any>();
        for (const row of r.rows({from: market.today-DAYS, to: market.today-1})) {
          const g=(n:string)=>row[at.get(n)??-1] as any;
          const key=g('Campaign')+'|'+g(field);
          const own = sums.get(key) ?? {campaign:g('Campaign'), name:g(field), spend:0, outcomes:0};
          sums.set(key, own);
          own.spend += Number(g('Spend')??g('Cost')??0); own.outcomes += Number(g('Purchases')??g('Bookings')??g('Leads')??g('Installs')??0);
        }
        for (const own of groupBy([...sums.values()], p=>p.campaign).values()) judged.push(...besideSiblings(expecting(own)));
      }
    }
    const places = new Map(world.campaigns.flatMap(c=>c.groups.flatMap(g=>g.places.map(p=>[p.name,p] as const))));
    const means = new Map(world.campaigns.map(c=>{ const ps=c.groups.flatMap(g=>g.places); const W=ps.reduce((s,p)=>s+p.weight,0); return [c.name, ps.reduce((s,p)=>s+p.weight*p.quality,0)/W] as const; }));
    const costly = new Set(costlyOf(judged));
    const q = (p:any)=> (places.get(p.name)?.quality ?? NaN) / (means.get(p.campaign) ?? NaN);
    const worthless = judged.filter(p=>places.get(p.name)?.quality===0);
    const good = judged.filter(p=>q(p)>=0.5);
    const can = worthless.filter(p=>p.expected>=10);
    console.log(w, world.id, 'parts',judged.length,'flag',costly.size,'worthless',worthless.length,'found',worthless.filter(p=>costly.has(p)).length,'E>=10:',can.length, can.filter(p=>costly.has(p)).length, 'E>=20', worthless.filter(p=>p.expected>=20).length, worthless.filter(p=>p.expected>=20&&costly.has(p)).length,'money found', (worthless.filter(p=>costly.has(p)).reduce((s,p)=>s+p.spend,0)/worthless.reduce((s,p)=>s+p.spend,0)).toFixed(2), 'good',good.length,'blamed',good.filter(p=>costly.has(p)).length, 'bg rate', (worthless.reduce((s,p)=>s+p.outcomes,0)/worthless.reduce((s,p)=>s+p.expected,0)).toFixed(2));
    for (const p of can.filter(p=>!costly.has(p)).slice(0,8)) console.log('   missed', p.name, p.outcomes, p.expected.toFixed(1), p.beside.shrunk.toFixed(2), p.beside.surely.toFixed(3));
    for (const p of good.filter(p=>costly.has(p))) console.log('   blamed', p.name, p.outcomes, p.expected.toFixed(1), q(p).toFixed(2), p.beside.surely.toFixed(3));
  }
}
process.exit(0);
