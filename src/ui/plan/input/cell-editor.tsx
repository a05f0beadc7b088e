import { capitalised } from '@/core/sentence';
import { useEffect, useRef, useState } from 'react';
import { examples } from '@/core/time/parse-time';
import { formatTimeSpan } from '@/core/time/format';
import { HEAD_WIDTH, ROW_HEIGHT } from '../../canvas/row';
import type { Scale } from '../../canvas/scale';
import { OPEN_ROW, personOf } from '@/core/grid/cell';
import { type TypedShift, typedRoles } from '@/core/grid/cell-changes';
import { useController, usePlan, useView } from '../state/controller';
import { Kbd } from '../../kit/kbd';
import type { BreakPlace } from '@/core/plan/shift-edits';
import { BreakChoice, placeAfter, placesToAsk } from './break-choice';

interface Props {
  readonly scale: Scale;
  readonly top: number;
  /** Near the upper edge, so that the line about it goes below. */
  readonly low: boolean;
  /** Whose shifts are typed. */
  readonly whose: string;
}

/** Typing shifts into a cell: what is meant and what it would do is said while typing. */
export function CellEditor({ scale, top, low, whose }: Props) {
  const controller = useController();
  const active = useView((view) => view.active);
  const isSelection = useView((view) => view.anchor !== null);
  // What the editor was opened on: it may stay as it is, whether or not it could be typed.
  const [opened, setOpened] = useState(() => controller.view.getState().editing!);
  const [text, setText] = useState(opened.text);
  const [doubted, setDoubted] = useState<string | null>(null);
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    const input = field.current!;
    input.focus();
    input.setSelectionRange(input.value.length, input.value.length);
  }, []);
  const leaving = useRef(false);
  const unchanged = opened.of.length > 0 && text === opened.text;
  const [breaks, placeBreaks] = useState<BreakPlace | undefined>(undefined);
  const outcome = useOutcome(text, breaks);
  const places = outcome.ok && !unchanged ? placesToAsk(outcome.shifts, controller.typedOver) : [];
  const close = () => controller.act.endEditing();

  const enter = (everywhere: boolean) => {
    if (unchanged && !everywhere) return leave(() => (close(), true));
    if (!outcome.ok) {
      field.current?.setSelectionRange(outcome.at.from, outcome.at.to);
      return;
    }
    const changes = controller.typed(outcome.shifts, everywhere, breaks);
    const tried = controller.try(changes);
    if (tried.rejectedReason) return setDoubted(null);
    if (tried.needsConfirmation && doubted !== text) return setDoubted(text);
    leave(() => {
      const done = controller.commit(changes, true);
      if (done) close();
      return done;
    });
  };
  /** The focus moves while nothing has changed yet: after the edit it would cost a layout of its own. */
  const leave = (work: () => boolean) => {
    leaving.current = true;
    document.getElementById('canvas')?.focus({ preventScroll: true });
    leaving.current = false;
    if (!work()) field.current?.focus();
  };
  const onKeyDown = (event: React.KeyboardEvent) => {
    event.stopPropagation();
    if (event.key === 'Enter') enter(event.ctrlKey || event.metaKey);
    else if (event.key === 'Escape') close();
    else if (event.key === 'Tab') {
      event.preventDefault();
      enter(false);
    } else if (event.altKey && event.code === 'KeyB' && places.length > 1)
      placeBreaks(placeAfter(places, breaks));
    else if (event.key === 'F2' && unchanged && active.row === OPEN_ROW) {
      // The next open shift of the cell.
      controller.edit(null, opened.of[0]);
      const next = controller.view.getState().editing!;
      setOpened(next);
      setText(next.text);
    } else return;
    event.preventDefault();
  };

  const left = HEAD_WIDTH + (active.day - scale.firstDay) * scale.dayWidth;
  const width = Math.max(scale.dayWidth, 150);
  const edge = HEAD_WIDTH + scale.days * scale.dayWidth;
  return (
    <div
      className="absolute z-20"
      style={{ left: Math.min(left, edge - width), top, width }}
      onPointerDown={(event) => event.stopPropagation()}
      onDoubleClick={(event) => event.stopPropagation()}
    >
      <input
        ref={field}
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          setDoubted(null);
          placeBreaks(undefined);
        }}
        onKeyDown={onKeyDown}
        onBlur={(event) => {
          // Leaving with the mouse keeps what can be kept; the rest stays open to be mended.
          if (event.relatedTarget === null || leaving.current) return;
          if (text.trim() === '') close();
          else if (outcome.ok) enter(false);
        }}
        data-typing
        aria-label={`Shifts of ${whose}`}
        aria-invalid={!outcome.ok && !unchanged}
        aria-describedby="typed-outcome"
        spellCheck={false}
        autoComplete="off"
        className="border-ink bg-sheet text-ink w-full rounded-[3px] border-2 px-1.5 text-sm font-semibold outline-none"
        style={{ height: ROW_HEIGHT - 1 }}
      />
      <div
        id="typed-outcome"
        role="status"
        className={`bg-sheet border-ink absolute left-0 w-[290px] rounded-[3px] border px-2.5 py-1.5 text-sm ${
          low ? 'top-[36px]' : 'bottom-[36px]'
        }`}
        style={left > edge - 290 ? { left: 'auto', right: 0 } : undefined}
      >
        <Outcome
          text={text}
          outcome={outcome}
          doubted={doubted === text}
          isSelection={isSelection}
          unchanged={unchanged}
        />
        {places.length > 1 && <BreakChoice places={places} taken={breaks} onTake={placeBreaks} />}
        <TemplateBox text={text} onChoose={setText} />
      </div>
    </div>
  );
}

/** Templates whose name or short name fits what is typed; choosing one types its short name. */
function TemplateBox({ text, onChoose }: { text: string; onChoose: (text: string) => void }) {
  const templates = usePlan((state) => state.references.templates);
  const hourFormat = usePlan((state) => state.hourFormat);
  const wanted = text.trim().toLocaleLowerCase();
  const fits = templates.filter(
    ({ short, name }) =>
      wanted === '' ||
      (/^\p{L}/u.test(wanted) &&
        (short.toLocaleLowerCase().startsWith(wanted) || name.toLocaleLowerCase().includes(wanted))),
  );
  if (fits.length === 0) return null;
  return (
    <ul className="border-fine mt-1 border-t pt-1">
      {fits.slice(0, 5).map(({ id, short, name, form }) => (
        <li key={id}>
          <button
            type="button"
            tabIndex={-1}
            className="flex min-h-6 w-full items-baseline gap-1.5 text-left hover:underline"
            // The field keeps the focus: the name is typed into it.
            onPointerDown={(event) => {
              event.preventDefault();
              onChoose(short);
            }}
          >
            <Kbd>{short}</Kbd>
            <span className="truncate">{name}</span>
            <span className="text-muted ml-auto">{formatTimeSpan(form.from, form.to, hourFormat)}</span>
          </button>
        </li>
      ))}
    </ul>
  );
}

/** What is meant by what is typed: the times, and the role each of them will have. */
function TypedLine({ shifts }: { shifts: readonly TypedShift[] }) {
  const controller = useController();
  const { judgement, hourFormat } = usePlan((plan) => plan);
  const active = useView((view) => view.active);
  const roles = typedRoles(judgement, active, shifts, controller.typedOver);
  const nameOf = (id: string | null) => judgement.plan.roles.find((role) => role.id === id)?.name;
  const parts = shifts.map(({ from, to }, i) => {
    const next = roles[i + 1];
    const isLast = i === shifts.length - 1 || next !== roles[i];
    return `${formatTimeSpan(from, to, hourFormat)}${isLast ? ` ${nameOf(roles[i]) ?? 'without a role'}` : ''}`;
  });
  const person = personOf(judgement, active.row);
  return (
    <>
      <span className="block font-semibold">{parts.join(', ')}</span>
      {person?.roles.length === 0 && roles.includes(null) && (
        <span className="text-gap block">{person.name} holds no role yet: type one behind the times.</span>
      )}
    </>
  );
}

type TypedOutcome =
  | {
      readonly ok: true;
      readonly shifts: readonly TypedShift[];
      readonly line: string;
      readonly refused: boolean;
      readonly needsConfirmation: string | null;
    }
  | { readonly ok: false; readonly message: string; readonly at: { from: number; to: number } };

function useOutcome(text: string, breaks: BreakPlace | undefined): TypedOutcome {
  const controller = useController();
  usePlan((plan) => plan.judgement);
  const read = controller.read(text);
  if (!read.ok) return { ok: false, message: read.problem.message, at: read.problem.at };
  const tried = controller.try(controller.typed(read.value, false, breaks));
  return {
    ok: true,
    shifts: read.value,
    line: tried.text,
    refused: tried.rejectedReason !== null,
    needsConfirmation: tried.needsConfirmation,
  };
}

function Outcome({
  text,
  outcome,
  doubted,
  isSelection,
  unchanged,
}: {
  text: string;
  outcome: TypedOutcome;
  doubted: boolean;
  isSelection: boolean;
  unchanged: boolean;
}) {
  const controller = useController();
  const hourFormat = usePlan((plan) => plan.hourFormat);
  const isOpen = useView((view) => view.active.row === OPEN_ROW);
  if (text.trim() === '')
    return (
      <span className="text-muted">
        Type {examples(hourFormat)}, with a role if needed.{' '}
        {controller.typedOver.length > 0
          ? 'Empty clears.'
          : isOpen
            ? 'Several are typed one after the other; F2 changes one that is there.'
            : ''}
      </span>
    );
  if (unchanged)
    return (
      <span className="text-muted">
        As it is now.{' '}
        {isOpen && controller.activeShifts().length > 1
          ? `One of ${controller.activeShifts().length} here; F2 goes to the next.`
          : ''}
      </span>
    );
  if (!outcome.ok)
    return (
      <>
        <span className="text-gap block font-semibold">{capitalised(outcome.message)}</span>
        <span className="block truncate font-mono" aria-hidden>
          {text.slice(0, outcome.at.from)}
          <mark className="text-gap bg-transparent underline decoration-wavy">
            {text.slice(outcome.at.from, outcome.at.to) || ' '}
          </mark>
          {text.slice(outcome.at.to)}
        </span>
        <span className="text-muted block">Type {examples(hourFormat)}.</span>
      </>
    );
  const other = outcome.shifts.find((shift) => shift.other)?.other;
  return (
    <>
      <TypedLine shifts={outcome.shifts} />
      <span className={outcome.refused ? 'text-gap block' : 'block'}>{outcome.line}</span>
      {other && (
        <span className="text-muted block">
          Or {formatTimeSpan(other.from, other.to, hourFormat)}: add am or pm.
        </span>
      )}
      {outcome.needsConfirmation && (
        <span className="text-gap block">
          {doubted ? 'Press Enter again to keep it.' : `${outcome.needsConfirmation} Enter asks again.`}
        </span>
      )}
      {isSelection && <span className="text-muted block">Ctrl Enter sets the whole selection.</span>}
    </>
  );
}
