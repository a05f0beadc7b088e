import { enter } from './enter';
import { post } from './post';
import { notify } from '../commands/notify';
import { waitingEdits } from '../waiting/waiting-edits';

/** Signs out, unless something still waits to be sent: that would be sent by whoever signs in here next. */
export async function signOut(): Promise<void> {
  const waiting = (await waitingEdits()).length;
  if (waiting > 0) {
    notify({ text: 'Changes made here are not saved yet. Sign out once they are.' });
    return;
  }
  const answer = await post('/api/sign-out', {});
  if (answer.ok || answer.problem.code === 'signed-out') enter('/sign-in');
  else notify({ text: answer.problem.message });
}
