import Joi from 'joi';
import { judge } from '@/core/consequences/judge';
import type { Plan, Shift } from '@/core/plan/types';
import type { Asked } from '@/core/propose/model';
import { type Certificate, type Proposal, boundsOf, totalOfWeeks } from '@/core/propose/propose';
import { missingIn } from '@/core/propose/missing';
import { formatDate } from '@/core/time/day';
import { formatClock } from '@/core/time/format';
import { DAY } from '@/core/time/span';
import { formatPath } from '../fault';
import { formatShift } from './format';
import { type ReadPlan, type ReadResult, parseChanges } from './parse';
import type { RawShift } from './raw';

/** What `propose` prints: all weeks together, and for each what proves its bounds. */
export function proposalReport(
  plan: Plan,
  proposals: readonly Omit<Proposal, 'reasons'>[],
  asked?: Asked,
): object {
  const { score, bound, ...missing } = totalOfWeeks(proposals);
  return {
    shifts: proposals.flatMap(({ shifts }) => shifts.map(formatShift)),
    unfilled: proposals.flatMap(({ holes }) =>
      holes.map(({ row, from, to, count }) => {
        const day = Math.floor(from / DAY);
        return {
          date: formatDate(plan.from + day),
          role: plan.roles[row]?.id ?? null,
          from: formatClock(from - day * DAY),
          to: formatClock(to - day * DAY),
          count,
        };
      }),
    ),
    ...{ ...missing, score, bound },
    // A part of the score; where nothing is proven, the distance itself.
    gapToBound: bound === 0 || score === 0 ? score - bound : (score - bound) / score,
    weeks: proposals.map(({ missingMinutes, leastMissingMinutes, bound: least, certificate }) => ({
      ...{ missingMinutes, leastMissingMinutes, bound: least, certificate },
    })),
    ...(asked && { asked }),
  };
}

/** What is claimed of a week of a proposal, with what proves it. */
interface ClaimedWeek {
  readonly missingMinutes: number;
  readonly leastMissingMinutes: number;
  readonly bound: number;
  readonly certificate: Certificate;
}

/** A proposal as a file has it: its shifts, and what is claimed of its weeks. */
interface Claimed {
  readonly shifts: readonly RawShift[];
  readonly weeks: readonly ClaimedWeek[];
  readonly asked?: Asked;
}

const PRICES = Joi.array().items(Joi.number().min(0)).required();
const LIST = Joi.array().items(Joi.object());
const NAMES = Joi.array().items(Joi.string());

/** What was asked for besides the plan, as far as it says what kind of thing it is. */
const ASKED = Joi.object<Asked>({
  ...{ people: NAMES, roles: NAMES, dates: Joi.array().items(Joi.number().integer()) },
  ...{ before: LIST, lately: LIST, wishes: LIST, times: LIST, isOnlyOpen: Joi.boolean() },
  burdens: Joi.object().pattern(Joi.string(), Joi.object().pattern(Joi.string(), Joi.number())),
  splits: Joi.object({ least: Joi.number(), most: Joi.number(), longest: Joi.number() }).allow(null),
  weights: Joi.object().pattern(Joi.string(), Joi.number().min(0)),
});
const WHOLE = Joi.number().integer().min(0).required();

/** A proposal as `propose` prints it, as far as its bounds go. */
const CLAIMED = Joi.object<Claimed>({
  shifts: Joi.array().items(Joi.object()).required(),
  weeks: Joi.array()
    .items(
      Joi.object({
        ...{ missingMinutes: WHOLE, leastMissingMinutes: WHOLE, bound: Joi.number().required() },
        certificate: Joi.object({ missing: PRICES, all: PRICES }).required(),
      }),
    )
    .min(1)
    .required(),
  asked: ASKED,
})
  .unknown()
  .required();

/** A proposal as it was read. */
interface ClaimedProposal {
  readonly shifts: readonly Shift[];
  readonly weeks: readonly ClaimedWeek[];
  readonly asked: Asked;
}

/** Reads a proposal for a plan. All faults are reported at once, each with its path. */
export function parseProposal(text: string, plan: ReadPlan): ReadResult<ClaimedProposal> {
  let written: unknown;
  try {
    written = JSON.parse(text);
  } catch (error) {
    return { ok: false, faults: [{ path: '$', message: (error as Error).message }] };
  }
  const { error, value } = CLAIMED.validate(written, { abortEarly: false, convert: false });
  if (error)
    return {
      ok: false,
      faults: error.details.map(({ path, message }) => ({ path: formatPath(path), message })),
    };
  const claimed = value as Claimed;
  const added = claimed.shifts.map((shift) => ({ do: 'add', shift }));
  const changes = parseChanges(JSON.stringify(added), plan);
  if (!changes.ok) return changes;
  const shifts = changes.value.changes.flatMap((change) => (change.do === 'add' ? change.shift : []));
  return { ok: true, value: { shifts, weeks: claimed.weeks, asked: claimed.asked ?? {} } };
}

/** What `check-bound` prints: the bounds worked out again from their certificates, and whether what is claimed holds. */
export function boundReport(plan: Plan, { shifts, weeks, asked }: ClaimedProposal): object {
  let [bound, least, holds] = [0, 0, weeks.length === Math.ceil(plan.days / 7)];
  const after = judge({ ...plan, shifts: [...plan.shifts, ...shifts] });
  weeks.forEach((claimed, week) => {
    // What was proposed for the weeks before stood when this one was.
    const before = shifts.filter(({ date }) => date < plan.from + week * 7);
    const stood = { ...plan, shifts: [...plan.shifts, ...before] };
    const found = boundsOf(stood, claimed.certificate, claimed.missingMinutes, { ...asked, week });
    bound += found.bound;
    least += found.leastMissingMinutes;
    holds &&=
      found.bound >= claimed.bound &&
      found.leastMissingMinutes >= claimed.leastMissingMinutes &&
      missingIn(after, week * 7) === claimed.missingMinutes;
  });
  return { bound, leastMissingMinutes: least, holds };
}
