import type { Target } from '../target/target';

/** What one outcome is worth, and whether that is earned, with a known margin, or what the target would pay. */
export interface Worth {
  readonly each: number;
  readonly isEarned: boolean;
}

/** What one more outcome of so much value is worth: what is earned on it where the margin is known, else what the target pays for it. */
export function worthOf({ metric, value }: Target, margin: number | undefined, valueOfOne: number): Worth {
  if (margin !== undefined && valueOfOne > 0) return { each: valueOfOne * margin, isEarned: true };
  return { each: metric === 'roas' ? valueOfOne / value : value, isEarned: false };
}
