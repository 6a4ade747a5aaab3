import { writeFileSync } from 'node:fs';
import { cpus, totalmem } from 'node:os';

/** A figure with the bar it is held against, where there is one. */
export interface Line {
  readonly name: string;
  readonly value: string;
  readonly bar?: { readonly text: string; readonly holds: boolean };
}

const lines: Line[] = [];

/** Prints a figure, one line each, and keeps it for the page. */
export function tell(name: string, value: string, bar?: Line['bar']): void {
  lines.push({ name, value, ...(bar ? { bar } : {}) });
  console.log(
    `${name.padEnd(66)} ${value.padStart(22)} ${bar ? `${bar.text.padStart(20)} ${bar.holds ? 'holds' : 'short'}` : ''}`.trimEnd(),
  );
}

/** Writes what was told to a page, with what it was measured on. */
export function writePage(path: string): void {
  const [cpu] = cpus();
  const rows = lines.map(
    ({ name, value, bar }) => `| ${name} | ${value} | ${bar?.text ?? ''} | ${bar ? (bar.holds ? 'holds' : 'short') : ''} |`,
  );
  const text = `# Speed

Written by \`npm run bench\` on ${new Date().toISOString().slice(0, 10)}, on ${cpus().length} cores (${cpu?.model.trim() ?? 'unknown'}), ${Math.round(
    totalmem() / 2 ** 30,
  )} GB, Node.js ${process.version}. Machines drift, so ratios within one run say more than milliseconds; all are medians.

| | measured | bar | |
|---|---|---|---|
${rows.join('\n')}
`;
  writeFileSync(path, text);
}
