import type { Step, StepKind } from '@lens/core';

/** Steps by what they do, as the list to add one from says it. */
export const STEP_LABELS: Readonly<Record<StepKind, string>> = {
  hide: 'Hide columns',
  rename: 'Call a column otherwise',
  keep: 'Keep rows where …',
  split: 'Split a column',
  address: 'Take a part of an address',
  'look up': 'Look up in a table',
  combine: 'Combine columns',
  replace: 'Replace text',
  constant: 'The same in every row',
  trim: 'Trim spaces',
  case: 'Change capitals',
  'columns to rows': 'Turn columns into rows',
  'rows to columns': 'Turn names in rows into columns',
};

/** A step of a kind to begin with: nothing is chosen yet, so that it says what it needs. */
export function newStep(kind: StepKind): Step {
  switch (kind) {
    case 'hide':
    case 'trim':
      return { do: kind, columns: [] };
    case 'rename':
      return { do: kind, column: '', to: '' };
    case 'keep':
      return { do: kind, column: '', test: 'contains', value: '' };
    case 'split':
      return { do: kind, column: '', at: '_', isPattern: false, into: [] };
    case 'address':
      return { do: kind, column: '', part: 'path', parameter: '', to: '' };
    case 'look up':
      return { do: kind, column: '', table: [], otherwise: 'keep', to: '' };
    case 'combine':
      return { do: kind, columns: [], between: ' ', to: '' };
    case 'replace':
      return { do: kind, column: '', find: '', with: '', isPattern: false };
    case 'constant':
      return { do: kind, value: '', to: 'Campaign' };
    case 'case':
      return { do: kind, column: '', to: 'lower' };
    case 'columns to rows':
      return { do: kind, stay: [], name: 'Name', value: 'Value' };
    case 'rows to columns':
      return { do: kind, name: '', value: '', names: [] };
  }
}
