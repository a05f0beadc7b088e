import { useController } from '../state/controller';
import { Dialog } from '../../kit/dialog';

const KEYS: readonly (readonly [string, string])[] = [
  ['Arrows', 'move between cells; Tab leaves the canvas'],
  ['9-5, 9-1 2-6, bar 9-17, Enter', 'set the shifts of the cell; the short name of a template does too'],
  ['Enter or F2', 'open the cell’s shifts as text; of open shifts one, F2 again the next'],
  ['Del', 'clear'],
  [
    'Ctrl M',
    'pick up the shift: arrows move it, Shift + arrows move its end, Ctrl + arrows change the day, Alt goes in 5 min; Enter drops it, Esc leaves it',
  ],
  ['Ctrl C, X, V', 'copy, cut, paste, also to and from a spreadsheet'],
  ['Ctrl D, Ctrl R, Ctrl Enter', 'fill down, fill right, fill the selection with what is typed'],
  ['Shift + arrows, Shift + drag', 'select a range'],
  ['Ctrl Z, Ctrl Shift Z', 'undo, redo the last thing done in this tab, whatever it was'],
  ['Alt ← →', 'previous and next week'],
  ['Alt 1, 3, 7, 4', 'one day, three days, the week, four weeks'],
  ['Alt B', 'while typing other times: where the fixed break goes'],
  ['Alt N', 'next snag'],
  ['Alt W', 'who can cover the shift, or the gap that is looked into'],
  ['Alt Enter', 'the shift in full: breaks, duties, note, split, join'],
  ['Alt S', 'several shifts at once: those selected, or picked by a rule'],
  ['Alt R', 'group, sort and filter the rows, or have roles or needs as rows'],
  ['Alt P', 'propose shifts for the open part of the week'],
  ['Alt C', 'coverage as a table'],
  ['Ctrl K', 'find a person, a week, a command'],
  [
    'Drag',
    'draw on empty canvas, move a shift, pull its ends, in the view of one day move its breaks and duties; Ctrl copies, Alt goes in 5 min, Esc leaves it',
  ],
];

/** All keys of the plan, in a dialog. */
export function KeysHelp() {
  const controller = useController();
  const close = () => {
    controller.act.openDialog(null);
    document.getElementById('canvas')?.focus();
  };
  return (
    <Dialog title="Keys" className="w-[640px]" onClose={close}>
      <dl className="grid grid-cols-[210px_1fr] gap-x-4 gap-y-1.5">
        {KEYS.map(([keys, does]) => (
          <div key={keys} className="contents">
            <dt className="font-semibold">{keys}</dt>
            <dd>{does}</dd>
          </div>
        ))}
      </dl>
    </Dialog>
  );
}
