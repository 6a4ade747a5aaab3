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
  private readonly tags = new Map<string, number[]>();

  constructor(members: readonly Member[]) {
    this.byId = new Map(members.map((member) => [member.id, member]));
    for (const { id, level, externalId, name } of members) {
      if (level !== 'campaign' && level !== 'ad') continue;
      for (const tag of new Set([externalId, name].map(foldTag))) {
        const key = `${level} ${tag}`;
        const same = this.tags.get(key);
        if (same) same.push(id);
        else this.tags.set(key, [id]);
      }
    }
  }

  /** Level → member id from the member itself up to its campaign. */
  pathOf(id: number): ReadonlyMap<string, number> {
    let path = this.paths.get(id);
    if (!path) {
      const own = new Map<string, number>();
      for (let member = this.byId.get(id); member; member = this.byId.get(member.parent)) own.set(member.level, member.id);
      this.paths.set(id, own);
      path = own;
    }
    return path;
  }

  /**
   * Where the tags of an order lead: by id or name, the ad first, then the campaign. A tag that fits
   * two members, or an ad of another campaign than the one tagged, leads nowhere by itself.
   */
  match(campaignTag: string | null, adTag: string | null): ReadonlyMap<string, number> {
    const campaigns = campaignTag === null ? [] : (this.tags.get(`campaign ${foldTag(campaignTag)}`) ?? []);
    const ads = adTag === null ? [] : (this.tags.get(`ad ${foldTag(adTag)}`) ?? []);
    const fitting = ads.filter((ad) => campaignTag === null || campaigns.includes(this.pathOf(ad).get('campaign') ?? NONE));
    const [found, another] = fitting.length > 0 ? fitting : campaigns;
    return found === undefined || another !== undefined ? NOWHERE : this.pathOf(found);
  }

  /** The name of a member; a feed that was taken back may leave a code without one. */
  nameOf(id: number): string {
    return this.byId.get(id)?.name ?? `member ${id}`;
  }
}

const NOWHERE: ReadonlyMap<string, number> = new Map();
const foldTag = (tag: string): string => tag.trim().toLowerCase();

export function membersOf(db: Db, client: string): Members {
  return new Members(
    db
      .prepare<[string], Member>(
        `SELECT member.id, account_id AS account, level, parent_id AS parent, external_id AS externalId, member.name
         FROM member JOIN account ON account.id = account_id WHERE client_id = ?`,
      )
      .all(client),
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
