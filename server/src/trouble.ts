import { NewerData } from './store/migrate';
import { FolderInUse } from './store/folder-lock';
import { KeyProblem } from './key';

/** Something around the program is not as it must be: words for the person who can put it right. */
export interface Trouble {
  readonly title: string;
  readonly detail: string;
}

/** What is wrong around the program, by the error that says so; undefined for what is a mistake in the program itself. */
export function troubleOf(error: unknown): Trouble | undefined {
  if (error instanceof NewerData || error instanceof FolderInUse || error instanceof KeyProblem)
    return { title: 'The program cannot start with this data folder', detail: error.message };
  const code = (error as { code?: unknown } | null)?.code;
  if (typeof code !== 'string') return undefined;
  const kind = KINDS.find(({ codes }) => codes.some((each) => code === each || code.startsWith(`${each}_`)));
  return kind && { title: kind.title, detail: kind.detail };
}

const KINDS: readonly (Trouble & { readonly codes: readonly string[] })[] = [
  {
    codes: ['ENOSPC', 'EDQUOT', 'SQLITE_FULL'],
    title: 'The disk is full',
    detail: 'There is no room left on the disk of the data folder. Nothing was stored. Make room, then try again.',
  },
  {
    codes: ['SQLITE_READONLY', 'SQLITE_CANTOPEN', 'EACCES', 'EPERM', 'EROFS'],
    title: 'The data folder cannot be written',
    detail: 'This program may not write in its data folder. Nothing was stored. See who owns the folder and whether its disk is read-only.',
  },
  {
    codes: ['SQLITE_CORRUPT', 'SQLITE_NOTADB'],
    title: 'The data is damaged',
    detail:
      'A database in the data folder cannot be read. Stop the program and put back a copy of lens.sqlite and facts.sqlite: your own, or the newest *.backup beside them.',
  },
  { codes: ['ENOTDIR', 'EEXIST'], title: 'Not a folder', detail: 'The data folder is a file. Choose another one: --data DIR' },
  {
    codes: ['SQLITE_BUSY'],
    title: 'Busy',
    detail: 'Another write took too long. Nothing was stored. Try again in a moment.',
  },
];
