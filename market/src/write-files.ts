import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { makeDemo, WORLDS } from './demo';

// Writes every demonstration export, and the truth behind it, into a folder: npm run demo:files -- FOLDER
const folder = process.argv[2] ?? 'data/demo-files';
mkdirSync(folder, { recursive: true });
for (const world of WORLDS) {
  const { files, truth } = makeDemo(world);
  for (const { name, lines } of files) writeFileSync(join(folder, name), `${lines.join('\n')}\n`);
  writeFileSync(join(folder, `${world.client.name.toLowerCase().replaceAll(' ', '-')}_truth.json`), JSON.stringify(truth));
  console.log(`${world.client.name}: ${files.length} files, ${files.reduce((sum, file) => sum + file.lines.length - 1, 0)} rows`);
}
