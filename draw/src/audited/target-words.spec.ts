import type { TargetFinding } from '@lens/core';
import { settingChangeText } from './setting-change-text';
import { evidenceSentences } from './target-words';

const STYLE = { locale: 'en-GB', currency: 'GBP' };
const finding: TargetFinding = {
  ...{ check: 'target', key: 'k', level: 'ad', name: 'Film', channel: 'wren', account: 0, currency: 'GBP', member: 1 },
  ...{ metric: 'cpa', target: 16, actual: 31.5, range: { low: 20, high: null }, verdict: 'misses', unfit: null, supported: true },
  ...{ more: null, days: { from: 20727, to: 20754 }, spend: 63, clicks: 90, outcomes: 2, value: 80, maturity: 1 },
  ...{ breakEven: { roas: null, cpa: null }, marginal: null, stopLoss: null, lostToBudget: null, move: null, noMove: '' },
};

describe('a finding for whoever reads of it without the audit', () => {
  it('is told in whole sentences with its days', () => {
    expect(evidenceSentences(finding, STYLE).map((sentence) => sentence.replaceAll(/\s*–\s*/g, '–'))).toEqual([
      'CPA £31.50, target ≤ £16.00.',
      '95 % sure it is between £20.00 and open.',
      'By click date, 1–28 Oct 2026, late results allowed for.',
    ]);
  });

  it('tells of a stop loss, of nothing that came, and no range where nothing is judged', () => {
    const stopLoss = { stop: true, cap: 8, chance: 0.2231, step: 'cart', spend: 10, days: finding.days };
    expect(evidenceSentences({ ...finding, actual: null, stopLoss }, STYLE).join(' ')).toMatch(
      /^no orders yet, target .* Stop loss: £10\.00 spent .* without one cart; the cap is £8\.00\./,
    );
    expect(evidenceSentences({ ...finding, unfit: 'too early' }, STYLE)).toHaveLength(2);
  });
});

describe('a change in words', () => {
  it('says from what to what, and by how much', () => {
    expect(settingChangeText({ field: 'daily budget', from: 90, to: 72 }, STYLE)).toBe('Daily budget £90.00 → £72.00 (−20%)');
    expect(settingChangeText({ field: 'status', from: 'running', to: 'paused' }, STYLE)).toBe('Pause (now running)');
    expect(settingChangeText({ field: 'status', from: 'paused', to: 'running' }, STYLE)).toBe('Resume (now paused)');
    const list = { what: 'free', from: 'allowed', to: 'excluded' } as const;
    expect(settingChangeText({ field: 'searches', ...list }, STYLE)).toBe('Exclude searches with “free”');
    expect(settingChangeText({ field: 'part', dimension: 'sub-source', ...list, from: 'excluded', to: 'allowed' }, STYLE)).toBe(
      'Allow sub-source “free”',
    );
    const hours = [{ weekdays: [0, 1, 2, 3, 4], opens: 8, closes: 20 }];
    expect(settingChangeText({ field: 'schedule', from: [], to: hours }, STYLE)).toBe('Schedule: all hours → Mon–Fri 08:00–20:00');
  });
});
