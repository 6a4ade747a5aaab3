import type { WireTable } from '@lens/contract';
import { ACTIONS, formatNumber, quantity, type Style } from '@lens/core';

/** “3 purchases worth 120 € and 2 installs”; empty where there are none. Actions are never added together. */
export function withoutClickText(left: WireTable['withoutClickDay'], style: Style): string {
  const parts = left.map(({ action, count, value }) => {
    const known = ACTIONS.find(({ name }) => name === action);
    const many = (known?.label ?? action).toLowerCase();
    const text = quantity(count, known?.one ?? action, many, style);
    return value > 0 ? `${text} worth ${formatNumber(value, 'money', style)}` : text;
  });
  return new Intl.ListFormat('en-GB').format(parts);
}
