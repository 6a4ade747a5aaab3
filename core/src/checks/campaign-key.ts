import type { Member } from '../compare/member';

/** The key of the campaign of a member below it, of rows that begin with channel and campaign. */
export const campaignKey = ({ key }: Pick<Member, 'key'>): string => key.split('/').slice(0, 2).join('/');
