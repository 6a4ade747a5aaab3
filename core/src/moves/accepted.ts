import { groupBy } from '../list/group-by';
import { settingKey } from '../settings/settings-of';
import type { Day } from '../time/day';
import { stateOfMove } from './move-state';
import { type FigureChange, figureNow, type FigureSettings, isFigure } from './setting-now';
import type { Entity, Proposal } from './finding';

/** A move that was accepted, whether or not somebody has carried it out. */
export interface AcceptedMove extends Entity {
  readonly proposal: Proposal;
  readonly decidedOn: Day;
}

/** One of a setting that reports tell as a figure a day. */
interface FigureMove extends AcceptedMove {
  readonly change: FigureChange;
}

/** What moves do to the settings an audit reads: budgets, and what runs. */
export class AcceptedMoves {
  private readonly byMember: ReadonlyMap<string, readonly FigureMove[]>;

  constructor(moves: readonly AcceptedMove[]) {
    const own = moves.flatMap((move): FigureMove[] => {
      const { change } = move.proposal;
      return isFigure(change) ? [{ ...move, change }] : [];
    });
    this.byMember = groupBy(own, ({ level, member }) => settingKey(level, member));
  }

  /** The move of a member that waits to be carried out: its setting still has the old value. */
  waitingFor(entity: Entity, settings: FigureSettings): AcceptedMove | undefined {
    return this.byMember
      .get(settingKey(entity.level, entity.member))
      ?.find(({ change, decidedOn }) => stateOfMove(change, decidedOn, figureNow(entity, change, settings)).state === 'waits');
  }

  /** The day of the last move of a member, where no setting would tell that it has been carried out. */
  lastDecision({ level, member }: Entity): Day | undefined {
    const days = (this.byMember.get(settingKey(level, member)) ?? []).map(({ decidedOn }) => decidedOn);
    return days.length > 0 ? Math.max(...days) : undefined;
  }
}
