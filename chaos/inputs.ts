import fc from 'fast-check';
import type { Setting } from '../server/test/harness';
import { ask, type Fault, post } from './asked';
import { damaged, damages } from './damage';
import { goodFiles } from './good-files';

/** How far damaged files came: refused when dropped, when looked at, when checked, or imported. */
export interface InputTally {
  readonly faults: readonly Fault[];
  readonly refused: number;
  readonly imported: number;
}

/** Drops damaged files of every format, one after the other, and goes on with each as far as it goes. */
export async function throwInputs(address: string, setting: Setting, count: number, seed: number): Promise<InputTally> {
  const faults: Fault[] = [];
  let imported = 0;
  const files = await goodFiles();
  const all = fc.sample(damages, { numRuns: count, seed });
  for (const [at, each] of all.entries()) {
    const [name, content] = files[at % files.length] ?? ['', Buffer.alloc(0)];
    const where = `input ${at} of seed ${seed}, ${name} ${JSON.stringify(each)}`;
    if (await goOn(faults, { address, setting, where, name, content: damaged(content, each) })) imported += 1;
  }
  return { faults, refused: count - imported, imported };
}

interface Input {
  readonly address: string;
  readonly setting: Setting;
  readonly where: string;
  readonly name: string;
  readonly content: Buffer;
}

/** Whether at least one table of the file was imported. */
async function goOn(faults: Fault[], { address, setting, where, name, content }: Input): Promise<boolean> {
  const { client, account } = setting;
  const body = new Uint8Array(content);
  const init = { method: 'POST', headers: { 'content-type': 'application/octet-stream' }, body };
  const dropped = await ask(faults, where, `${address}/api/files?name=${name}`, init);
  let some = false;
  for (const { hash } of dropped.status === 200 ? dropped.body.files : []) {
    const preview = await ask(faults, where, `${address}/api/clients/${client}/previews`, post({ hash }));
    if (preview.status !== 200) continue;
    const { layout, mapping } = preview.body;
    const asked = { file: hash, fileName: name, layout, account, feed: { name }, mapping, covers: null };
    const check = await ask(faults, where, `${address}/api/clients/${client}/checks`, post(asked));
    if (check.status !== 200) continue;
    if ((await jobEnd(faults, where, address, check.body.id)) !== 'ready') continue;
    await ask(faults, where, `${address}/api/jobs/${check.body.id}/import`, post({ absent: 'keep' }));
    some = (await jobEnd(faults, where, address, check.body.id)) === 'done' || some;
  }
  return some;
}

const LONGEST_JOB = 120_000;

/** The state in which a job ends; a fault where it does not, or says that it does not know why it failed. */
async function jobEnd(faults: Fault[], where: string, address: string, job: string): Promise<string> {
  for (const begun = Date.now(); Date.now() - begun < LONGEST_JOB;) {
    const { status, body } = await ask(faults, where, `${address}/api/jobs/${job}`);
    if (status !== 200) return 'lost';
    if (body.state === 'running') continue;
    if (body.state === 'failed' && /unexpectedly/.test(body.error)) faults.push({ where, what: body.error });
    return body.state;
  }
  faults.push({ where, what: 'the job does not end' });
  return 'running';
}
