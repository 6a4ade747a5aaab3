import { countedWords, dayName, type Question, rangeText, type Style } from '@lens/core';

type Asked = Pick<Question, 'clients' | 'period' | 'comparison' | 'countedBy' | 'basis' | 'knownOn'>;

/** Whose a picture is, of which days, and how it is counted: what has to stand on paper, where no sentence is above it. */
export function aboutLines({ clients, period, comparison, countedBy, basis, knownOn }: Asked, client: string, { locale }: Style): string[] {
  const others = clients.length - 1;
  const whose = others > 0 ? `${client} and ${others} ${others === 1 ? 'other client' : 'other clients'}` : client;
  const days = [rangeText(period, locale), ...(comparison ? [`against ${rangeText(comparison, locale)}`] : [])].join(' ');
  const counted = `As ${countedWords(countedBy).who} count, by ${basis} date`;
  return [`${whose}, ${days}`, knownOn === null ? counted : `${counted}, as known on ${dayName('day', knownOn, locale)}`];
}
