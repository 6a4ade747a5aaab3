import type { CheckReport } from '@lens/contract';
import { FILE_RATIOS, figureText, formatNumber, quantity, rangeText, type Step, stepText, type Style, type Vocabulary } from '@lens/core';
import { termLabel } from './term-label';

/** What a check has found, in words. Money is that of the file's account. */
export function checkView(report: CheckReport, steps: readonly Step[], style: Style, vocabulary: Vocabulary) {
  const unitOf = (term: string) => report.totals.find((each) => each.term === term)?.unit ?? 'count';
  return {
    ...report,
    rowText: quantity(report.rows, 'row', 'rows', style),
    dayText: report.days ? rangeText(report.days, style.locale) : '',
    hourText: report.hours ? hoursText(report.hours, style.locale) : '',
    sums: report.totals.map(({ term, figure, unit }) => ({
      term: termLabel(term, vocabulary),
      text: figureText(figure, unit, style).text,
    })),
    replacesText: quantity(report.replaces, 'row', 'rows', style),
    mergedText: quantity(report.merged, 'line', 'lines', style),
    badText: quantity(report.badRows, 'line', 'lines', style),
    agreeing: agreeingText(report.fileTotals, vocabulary),
    differing: report.fileTotals
      .filter(({ agrees }) => !agrees)
      .map(({ term, said, read, line }) => {
        const unit = unitOf(term);
        return `${termLabel(term, vocabulary)}: line ${line} says ${formatNumber(said, unit, style)}, the rows add up to ${figureText(read, unit, style).text}`;
      }),
    ratioTexts: report.ratios.map((each) => ratioText(each, style)),
    joinText: report.joined && report.joined.before.rows > 0 ? joinedText(report.joined, style) : '',
    leftOutTexts: report.leftOut.map(({ step, rows }) => leftOutText(steps[step], rows, style)),
    longText:
      report.longRows > 0
        ? `${quantity(report.longRows, 'row stands', 'rows stand', style)} for more than a day: they answer only periods made of whole ones.`
        : '',
    limitText: report.limits > 0 ? quantity(report.limits, 'cell holds', 'cells hold', style) : '',
    absentText: quantity(report.absentCount, 'member', 'members', style),
    absent: report.absent.map((each) => ({
      ...each,
      spendText: formatNumber(each.spend, 'money', style),
      rowText: quantity(each.rows, 'row', 'rows', style),
    })),
  };
}

/** The hours a file of another zone covers: "5 Oct 2026, 01:00 to 6 Oct 2026, 00:59". */
function hoursText({ from, to }: { from: number; to: number }, locale: string): string {
  const day = (hour: number): string => rangeText({ from: Math.floor(hour / 24), to: Math.floor(hour / 24) }, locale);
  const clock = (hour: number, minutes: string): string => `${String(hour % 24).padStart(2, '0')}:${minutes}`;
  return `${day(from)}, ${clock(from, '00')} to ${day(to)}, ${clock(to, '59')}`;
}

function agreeingText(totals: CheckReport['fileTotals'], vocabulary: Vocabulary): string {
  const agreeing = totals.filter(({ agrees }) => agrees).map(({ term }) => termLabel(term, vocabulary));
  return agreeing.length === 0 ? '' : `The file’s own total agrees: ${agreeing.join(', ')}.`;
}

function ratioText({ ratio, agrees, differs }: CheckReport['ratios'][number], style: Style): string {
  const label = FILE_RATIOS.find(({ name }) => name === ratio)?.label ?? ratio;
  return differs === 0
    ? `${label} in the file agrees with ours on ${quantity(agrees, 'row', 'rows', style)}.`
    : `${label} in the file differs from ours on ${formatNumber(differs, 'count', style)} of ${quantity(agrees + differs, 'row', 'rows', style)}: are its parts mapped right?`;
}

/** How many of a list of outcomes would reach a member, and what the rest is worth. */
function joinedText({ before, none, several }: NonNullable<CheckReport['joined']>, style: Style): string {
  const loose = none.count + several.count;
  if (loose === 0) return `All ${quantity(before.count, 'outcome leads', 'outcomes lead', style)} to a campaign that is known here.`;
  const worth = none.value + several.value;
  return `Of ${quantity(before.count, 'outcome', 'outcomes', style)} ${formatNumber(loose, 'count', style)} lead to no campaign that is known here${
    worth > 0 ? `, worth ${formatNumber(worth, 'money', style)}` : ''
  }: they will be “not matched”. The keys can be changed under Matching.`;
}

function leftOutText(step: Step | undefined, rows: number, style: Style): string {
  const by = step ? ` by “${stepText(step)}”` : '';
  return `${quantity(rows, 'row is', 'rows are', style)} left out${by}. Totals of the file itself are not compared then.`;
}
