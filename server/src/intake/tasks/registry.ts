import type { IntakeMessage, IntakeTask } from '../messages';
import { previewFile } from '../preview';
import { check } from './check';
import { commit } from './commit';
import type { Reporting } from './reporting';
import { takeBack } from './take-back';

type Kind = IntakeTask['kind'];
type Work<Of extends Kind> = (task: IntakeTask & { readonly kind: Of }, report: Reporting) => IntakeMessage | Promise<IntakeMessage>;

/** What the intake process can be asked to do, by the kind of the task. */
const TASKS: { readonly [Of in Kind]: Work<Of> } = {
  preview: async ({ path, feeds, wanted }) => ({ kind: 'previewed', preview: await previewFile(path, feeds, wanted) }),
  check,
  commit,
  'take back': takeBack,
  'bring back': takeBack,
};

/** Does what is asked. Rejects where that fails, with nothing stored. */
export const perform = async (task: IntakeTask, report: Reporting): Promise<IntakeMessage> =>
  (TASKS[task.kind] as Work<Kind>)(task, report);
