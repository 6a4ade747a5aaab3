import { ClientData } from './src/query/client-data';
import { checksOf } from './src/query/checks';
const data = new ClientData('/work/main/.build/e2e-demo', 1e9);
for (const c of data.db.prepare('select id, name from client').all() as {id:string,name:string}[]) console.log(checksOf(data, c.id, {from: 20756-27, to:20756}, 20757).standing);
process.exit(0);
