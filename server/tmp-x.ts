import { ClientData } from './src/query/client-data';
import { checksOf } from './src/query/checks';
const data = new ClientData('/work/main/.build/e2e-demo', 1e9);
const clients = data.db.prepare('select id, name, metric_set as m from client').all() as {id:string,name:string,m:string}[];
const [only, ends] = [process.argv[2] ?? '', (process.argv[3] ?? '20756').split(',').map(Number)];
for (const c of clients) {
  if (!c.name.includes(only)) continue;
  for (const to of ends) {
  const t = Date.now();
  const looked = checksOf(data, c.id, {from: to-27, to}, 20757);
  console.log('\n#', c.name, to, Date.now()-t, 'ms');
  for (const l of looked) { console.log('*', l.check, '|', l.looked, '|', l.lacks, l.findings.length);
    for (const f of l.findings) console.log('   -', f.group, '|', Math.round(f.money), '|', f.says, '\n       ', f.evidence.join(' | '), '\n       ', f.advice, f.happened.join(' || ')); }
  }
}
process.exit(0);
