import { useMemo } from 'react';
import { type Cell } from '@/core/grid/cell';
import { pasteBlock } from '@/core/grid/pasted';
import { asSentence } from '@/core/sentence';
import { counted } from '@/core/time/format';
import { newId } from '../../commands/new-id';
import { wayBack } from '../../undo/take-back';
import { Button } from '../../kit/button';
import { useController, usePlan } from '../state/controller';
import { PanelLayout } from './panel-layout';

/** What a block of cells from elsewhere would do, before it is pasted; what cannot be read is named and left out. */
export function PastePanel({
  block,
  at,
}: {
  readonly block: readonly (readonly string[])[];
  readonly at: Cell;
}) {
  const controller = useController();
  const judgement = usePlan((state) => state.judgement);
  const pasted = useMemo(() => {
    const { references, roleStyles, hourFormat } = controller.plan;
    const first = controller.positionOf(at.row);
    const cellAt = (row: number, day: number) => {
      const here = first + row < controller.shownRows ? controller.rowAt(first + row) : null;
      return here && at.day + day < judgement.plan.days ? { row: here, day: at.day + day } : null;
    };
    return pasteBlock(
      judgement,
      block,
      cellAt,
      { templates: references.templates, roleStyles, hourFormat },
      newId,
    );
  }, [controller, judgement, block, at]);
  const { changes, faults, cells, outside } = pasted;
  const tried = useMemo(() => controller.try(changes), [controller, changes]);
  const count = (what: string) => changes.filter((change) => change.do === what).length;
  const parts = [
    [count('add'), 'made'],
    [count('set'), 'changed'],
    [count('remove'), 'deleted'],
  ] as const;
  const said = parts.filter(([n]) => n > 0).map(([n, verb]) => `${counted(n, 'shift')} ${verb}`);
  const ready = changes.length > 0 && tried.rejectedReason === null;
  const paste = () => {
    if (!ready || !controller.commit(changes, true)) return;
    controller.notify({ text: `Pasted: ${said.join(', ')}`, action: { label: 'Undo', run: wayBack() } });
    controller.open(null);
  };
  return (
    <PanelLayout
      title={`Paste ${counted(cells, 'cell')}`}
      note="From the active cell on. Empty cells leave what is there, “off” takes it away."
      onKey={(event) => {
        if (event.key !== 'Enter') return false;
        paste();
        return true;
      }}
      foot={
        <div className="flex gap-2">
          <Button kind="primary" disabled={!ready} onClick={paste} title="Enter">
            {faults.length > 0 ? `Paste the ${cells - faults.length - outside} that can be read` : 'Paste'}
          </Button>
          <Button onClick={() => controller.open(null)}>Cancel</Button>
        </div>
      }
    >
      <p className="font-semibold">{said.length > 0 ? said.join(', ') : 'Nothing would change.'}</p>
      {changes.length > 0 && (
        <p className={`mt-1 ${tried.rejectedReason ? 'text-gap font-semibold' : ''}`}>
          {tried.rejectedReason ?? tried.text}
        </p>
      )}
      {tried.needsConfirmation && <p className="text-gap mt-1">{tried.needsConfirmation}</p>}
      {outside > 0 && (
        <p className="text-gap mt-3">
          {counted(outside, 'cell')} past the last row or day would be left out.
        </p>
      )}
      {faults.length > 0 && (
        <>
          <h3 className="mt-3 font-semibold">{counted(faults.length, 'cell')} cannot be read</h3>
          <ul>
            {faults.slice(0, 30).map(({ row, column, text, message }) => (
              <li key={`${row} ${column}`} className="border-fine border-b py-1">
                <span className="text-muted">
                  Row {row}, column {column}:
                </span>{' '}
                <span className="font-mono">{text}</span>
                <span className="text-gap block">{asSentence(message)}</span>
              </li>
            ))}
          </ul>
        </>
      )}
    </PanelLayout>
  );
}
