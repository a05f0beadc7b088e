import { enter } from './enter';
import { post } from './post';
import { notify } from '../commands/notify';
import { countMarks, dropMarks } from '../staff/marks';
import { waitingEdits } from '../waiting/waiting-edits';

/** Signs out, unless something still waits to be sent: that would be sent by whoever signs in here next. */
export async function signOut(): Promise<void> {
  const waiting = (await waitingEdits()).length + (await countMarks());
  if (waiting > 0) {
    notify({ text: 'Changes made here are not saved yet. Sign out once they are.' });
    return;
  }
  const answer = await post('/api/sign-out', {});
  if (answer.ok || answer.problem.code === 'signed-out') {
    // Nothing of whoever was here stays on the device.
    await dropMarks();
    enter('/sign-in');
  } else notify({ text: answer.problem.message });
}
