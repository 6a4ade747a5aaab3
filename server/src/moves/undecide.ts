import type { Context } from '../context';
import { HttpProblem, notFound } from '../problem';
import { deleteMove, movesOf } from '../store/moves';

/** Takes decisions on moves back, all or none. What was sent cannot be: its way back is another move. */
export function undecide({ db }: Context, client: string, ids: readonly string[]): void {
  const known = new Map(movesOf(db, client).map(({ move }) => [move.id, move]));
  db.transaction(() => {
    for (const id of ids) {
      const { sent, entity } = known.get(id) ?? {};
      if (sent)
        throw new HttpProblem(
          409,
          'Already sent',
          `The change of “${entity?.name}” has been sent to its channel. Take it back there: that accepts the opposite change.`,
        );
      if (!deleteMove(db, client, id)) throw notFound('move');
    }
  })();
}
