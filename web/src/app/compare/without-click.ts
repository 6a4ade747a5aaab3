import type { WireTable } from '@lens/contract';
import { formatNumber, quantity, type Style, type Vocabulary } from '@lens/core';

/** “3 purchases worth 120 € and 2 installs”; empty where there are none. Actions are never added together. */
export function withoutClickText(left: WireTable['withoutClickDay'], style: Style, { outcome }: Vocabulary): string {
  const parts = left.map(({ action, count, value }) => {
    const { name, label } = outcome(action);
    const text = quantity(count, name, label.toLowerCase(), style);
    return value > 0 ? `${text} worth ${formatNumber(value, 'money', style)}` : text;
  });
  return new Intl.ListFormat('en-GB').format(parts);
}
