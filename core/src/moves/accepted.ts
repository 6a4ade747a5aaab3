import type { Day } from '../time/day';
import { stateOfMove } from './move-state';
import type { Entity, Proposal } from './finding';
import type { Setting } from '../settings/settings-of';

/** A move that was accepted, whether or not somebody has carried it out. */
export interface AcceptedMove extends Entity {
  readonly proposal: Proposal;
  readonly decidedOn: Day;
}

/** What moves do to the settings an audit reads. */
export class AcceptedMoves {
  private readonly byMember = new Map<string, AcceptedMove[]>();

  constructor(moves: readonly AcceptedMove[]) {
    for (const move of moves) {
      const key = `${move.level} ${move.member}`;
      this.byMember.set(key, [...(this.byMember.get(key) ?? []), move]);
    }
  }

  /** The move of a member that waits to be carried out: its setting still has the old value. */
  waitingFor(member: string, settings: { budget: Setting | undefined; running: Setting | undefined }): AcceptedMove | undefined {
    return this.byMember
      .get(member)
      ?.find(
        ({ proposal: { change }, decidedOn }) =>
          stateOfMove(change, decidedOn, change.field === 'status' ? settings.running : settings.budget).state === 'waits',
      );
  }

  /** The day of the last move of a member, where no setting would tell that it has been carried out. */
  lastDecision(member: string): Day | undefined {
    const days = (this.byMember.get(member) ?? []).map(({ decidedOn }) => decidedOn);
    return days.length > 0 ? Math.max(...days) : undefined;
  }
}
