import { parseArgs } from 'node:util';
import { resolve } from 'node:path';
import { start } from './start';
import { troubleOf } from './trouble';

const { values } = parseArgs({
  options: {
    port: { type: 'string', default: '4180' },
    data: { type: 'string', default: 'data' },
    market: { type: 'string', default: '' },
    memory: { type: 'string', default: '2048' },
  },
});
const memory = Number(values.memory);
if (!(memory >= 1)) {
  console.error(`--memory takes a number of megabytes from 1 on, not “${values.memory}”.`);
  process.exit(2);
}
const dataFolder = resolve(values.data);

try {
  await start({ port: Number(values.port), dataFolder, market: values.market, memory });
} catch (error) {
  const trouble = troubleOf(error);
  if (!trouble) throw error;
  console.error(`${trouble.title} (${dataFolder}).\n${trouble.detail}`);
  process.exit(1);
}
