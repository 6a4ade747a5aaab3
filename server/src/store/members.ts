import { NONE } from '@lens/core';
import type { Db } from './database';

export interface Member {
  readonly id: number;
  readonly account: string;
  readonly level: string;
  readonly parent: number;
  readonly externalId: string;
  readonly name: string;
}

/** The members of a client and everything that is looked up in them. */
export class Members {
  readonly byId: ReadonlyMap<number, Member>;
  private readonly paths = new Map<number, ReadonlyMap<string, number>>();
  /** Members within an ad group, by how a report without groups would name them; null where several would be named so. */
  private grouped: ReadonlyMap<string, number | null> | undefined;

  constructor(members: readonly Member[]) {
    this.byId = new Map(members.map((member) => [member.id, member]));
  }

  /**
   * Level → member id from the member itself up to its campaign. An ad that a report names without its ad
   * group is the one that another report names within one, where only one can be meant.
   */
  pathOf(id: number): ReadonlyMap<string, number> {
    let path = this.paths.get(id);
    if (!path) {
      const own = new Map<string, number>();
      for (let member = this.byId.get(this.meantBy(id)); member; member = this.byId.get(member.parent)) own.set(member.level, member.id);
      this.paths.set(id, own);
      path = own;
    }
    return path;
  }

  /** Only what lies in a campaign itself may be meant to lie in a group of it. */
  private meantBy(id: number): number {
    const named = this.byId.get(id);
    if (!named || this.byId.get(named.parent)?.level !== 'campaign') return id;
    this.grouped ??= this.findGrouped();
    return this.grouped.get(nameKey(named, named.parent)) ?? id;
  }

  private findGrouped(): Map<string, number | null> {
    const grouped = new Map<string, number | null>();
    for (const member of this.byId.values()) {
      const group = this.byId.get(member.parent);
      if (group?.level !== 'group') continue;
      const key = nameKey(member, group.parent);
      grouped.set(key, grouped.has(key) ? null : member.id);
    }
    return grouped;
  }

  /** The campaign a member is or lies in, NONE where there is none. */
  campaignOf(id: number): number {
    return this.pathOf(id).get('campaign') ?? NONE;
  }

  /** The name of a member; a feed that was taken back may leave a code without one. */
  nameOf(id: number): string {
    return this.byId.get(id)?.name ?? `member ${id}`;
  }
}

const nameKey = ({ account, level, externalId }: Member, campaign: number): string => [account, level, campaign, externalId].join(' ');

type MemberRow = readonly [id: number, level: string, parent: number, externalId: string, name: string];

/** All members of a client. Tens of thousands are read before the first answer: as plain lists they take half the time. */
export function membersOf(db: Db, client: string): Members {
  const rows = db.prepare<[string], MemberRow>('SELECT id, level, parent_id, external_id, name FROM member WHERE account_id = ?').raw();
  const accounts = db.prepare<[string], string>('SELECT id FROM account WHERE client_id = ?').pluck().all(client);
  return new Members(
    accounts.flatMap((account) =>
      rows.all(account).map(([id, level, parent, externalId, name]): Member => ({ id, account, level, parent, externalId, name })),
    ),
  );
}

/** Ids and names of the campaigns of an account, the newest first. */
export function campaignKeys(db: Db, account: string): string[] {
  return db
    .prepare<[string], { externalId: string; name: string }>(
      "SELECT external_id AS externalId, name FROM member WHERE account_id = ? AND level = 'campaign' ORDER BY id DESC LIMIT 5000",
    )
    .all(account)
    .flatMap(({ externalId, name }) => [externalId, name]);
}
