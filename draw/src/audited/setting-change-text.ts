import { changeText, formatNumber, relativeChange, type SettingChange, type Style, value, writtenValues } from '@lens/core';

/**
 * A change in words: “Daily budget £90.00 → £72.00 (−20%)”, “Exclude searches with “free””. Money is in the currency of the
 * style: the account's own.
 */
export function settingChangeText(change: SettingChange, style: Style): string {
  const [from, to] = writtenValues(change);
  switch (change.field) {
    case 'daily budget': {
      const money = (amount: number): string => formatNumber(amount, 'money', style);
      const share = changeText(relativeChange(value(change.to), value(change.from)), style).text;
      return `Daily budget ${money(change.from)} → ${money(change.to)} (${share})`;
    }
    case 'status':
      return `${to === 'paused' ? 'Pause' : 'Resume'} (now ${from})`;
    case 'schedule':
      return `Schedule: ${from} → ${to}`;
    case 'searches':
      return `${to === 'excluded' ? 'Exclude' : 'Allow'} searches with “${change.what}”`;
    case 'part':
      return `${to === 'excluded' ? 'Shut out' : 'Allow'} ${change.dimension} “${change.what}”`;
  }
}
