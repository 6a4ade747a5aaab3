import type { WireChange } from '@lens/contract';

/** A change of a setting in a few words: of what, which, and from what to what. */
export const changeWords = ({ level, name, field, oldValue, newValue, note }: WireChange) => ({
  of: name ?? (level === null ? 'the account' : 'not named'),
  what: field ?? note ?? '',
  value: oldValue !== null && newValue !== null ? `${oldValue} → ${newValue}` : (newValue ?? ''),
});
