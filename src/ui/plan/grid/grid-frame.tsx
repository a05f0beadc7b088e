import { copyCells, pasteText } from '../input/clip';
import type { PlanController } from '../state/controller';
import type { RefObject } from 'react';
import { cellId } from '../../canvas/row';
import type { Scale } from '../../canvas/scale';
import { SkylinePanel } from '../coverage/skyline-panel';
import { onCanvasKey } from '../input/keys';
import { usePointer } from '../input/pointer';
import { useController, useView } from '../state/controller';
import { DayHeads } from './day-heads';
import { GhostLine } from './ghost';
import { useCanvasFocus } from './use-canvas-focus';
import { useRowsOfPlan } from './use-rows';
import { useScale } from './use-scale';

interface Props {
  readonly label: string;
  readonly rowCount: number;
  /** What scrolls. */
  readonly scroller: RefObject<HTMLDivElement | null>;
  /** The element around the rows that are scrolled. */
  readonly rows: RefObject<HTMLDivElement | null>;
  /** The element around a row that stands fixed above them, where there is one. */
  readonly openRow?: RefObject<HTMLDivElement | null>;
  readonly children: (scale: Scale) => React.ReactNode;
}

/** What all canvases of the plan have: days over the rows, the skyline below, one selection, keys and pointer. */
export function GridFrame({ label, rowCount, scroller, rows, openRow, children }: Props) {
  const controller = useController();
  const scale = useScale(scroller);
  const days = useView((view) => view.days);
  const active = useView((view) => view.active);
  const pointer = usePointer({ scale, rows, openRow, scroller });
  useRowsOfPlan();
  useCanvasFocus(scroller);
  return (
    <div className="flex min-h-0 min-w-0 flex-1 flex-col">
      <div
        ref={scroller}
        id="canvas"
        role="grid"
        tabIndex={0}
        aria-label={label}
        aria-rowcount={rowCount}
        aria-colcount={days + 1}
        aria-multiselectable
        aria-activedescendant={cellId(active.row, active.day)}
        className="relative flex min-h-0 flex-1 flex-col overflow-x-hidden overflow-y-auto [scrollbar-gutter:stable] [scrollbar-width:thin] low:h-[calc(100dvh-80px)] low:flex-none"
        onKeyDown={(event) => {
          // What is a button in the heads has its keys to itself.
          if (!(event.target as HTMLElement).closest('button, a')) onCanvasKey(event, controller);
        }}
        onCopy={(event) => copyTo(event, controller, false)}
        onCut={(event) => copyTo(event, controller, true)}
        onPaste={(event) => {
          if (isTyping(event.target)) return;
          event.preventDefault();
          pasteText(controller, event.clipboardData.getData('text/plain'));
        }}
        onPointerDown={pointer.down}
        onDoubleClick={pointer.open}
      >
        {/* Before it is known how wide it is nothing is drawn: it would all be laid out twice. */}
        {scale && (
          <>
            <DayHeads scale={scale} />
            {children(scale)}
          </>
        )}
      </div>
      {scale && <SkylinePanel scale={scale} />}
      <GhostLine />
    </div>
  );
}

/** Puts the selected cells on the clipboard of the system, for a spreadsheet too. */
function copyTo(event: React.ClipboardEvent, controller: PlanController, cut: boolean): void {
  if (isTyping(event.target)) return;
  const text = copyCells(controller, cut);
  if (text === null) return;
  event.clipboardData.setData('text/plain', text);
  event.preventDefault();
}

/** What is typed into a cell has a clipboard of its own. */
function isTyping(target: EventTarget): boolean {
  return target instanceof HTMLElement && target.closest('input, textarea') !== null;
}
