import { type Failed, fail } from '../plan/problem';

/** What can be asked for besides leave. */
export type RequestKind = 'swap' | 'hand-over' | 'give-up' | 'take';

export type RequestState =
  | 'drafted'
  /** A colleague, or whoever could work it, has to agree first. */
  | 'with-colleague'
  /** Somebody who plans has to decide. */
  | 'waiting'
  | 'approved'
  | 'declined'
  | 'withdrawn'
  /** A shift of it began before anybody decided. */
  | 'lapsed';

/** What a request stands at, in words. */
export const STATE_WORDS: Readonly<Record<RequestState, string>> = {
  drafted: 'not sent yet',
  'with-colleague': 'with a colleague',
  waiting: 'waiting',
  approved: 'approved',
  declined: 'declined',
  withdrawn: 'withdrawn',
  lapsed: 'lapsed',
};

/** What is asked for, in words. */
export const KIND_WORDS: Readonly<Record<RequestKind, string>> = {
  swap: 'Swap',
  'hand-over': 'Hand over',
  'give-up': 'Give up',
  take: 'Take an open shift',
};

/** Who has to do the next thing: `anybody`: whoever could work the shift; null: nobody, it is over. */
export type Owner = 'asker' | 'colleague' | 'anybody' | 'decider';

/** A request, as far as what may happen to it goes. */
export interface Request {
  readonly kind: RequestKind;
  readonly state: RequestState;
  readonly asker: string;
  /** Who is asked, or took what was given up; null: nobody yet. */
  readonly colleague: string | null;
  /** Whether the asker was asked something, and has not answered. */
  readonly isAsked: boolean;
}

/** What happens to a request. */
export type RequestEvent =
  | { readonly do: 'send' }
  | { readonly do: 'agree'; readonly by: string }
  | { readonly do: 'refuse'; readonly by: string }
  /** The colleague takes a yes back. */
  | { readonly do: 'step-back'; readonly by: string }
  | { readonly do: 'ask' }
  | { readonly do: 'answer' }
  /** Its shifts were changed: it is asked anew for what they are now. */
  | { readonly do: 'renew' }
  | { readonly do: 'approve' }
  | { readonly do: 'decline' }
  | { readonly do: 'withdraw' }
  | { readonly do: 'lapse' };

/** Whether nothing can happen to a request any more. */
export function isOver({ state }: Pick<Request, 'state'>): boolean {
  return state === 'approved' || state === 'declined' || state === 'withdrawn' || state === 'lapsed';
}

/** What requests have in common that ask for the same open shift; any other is alone. */
export function contestOf({
  id,
  kind,
  theirs,
}: {
  readonly id: string;
  readonly kind: RequestKind;
  readonly theirs: readonly { readonly id: string }[];
}): string {
  return kind === 'take' ? `take ${theirs[0].id}` : id;
}

/** Who has to do the next thing with a request; null: it is over. */
export function ownerOf({ kind, state, isAsked }: Request): Owner | null {
  if (state === 'drafted') return 'asker';
  if (state === 'with-colleague') return kind === 'give-up' ? 'anybody' : 'colleague';
  if (state === 'waiting') return isAsked ? 'asker' : 'decider';
  return null;
}

/** Whether a colleague has to agree before anybody decides. */
export function needsColleague(kind: RequestKind): boolean {
  return kind !== 'take';
}

/** A request after something happened to it; a problem, in words, where that cannot happen any more. */
export function afterEvent(
  request: Request,
  event: RequestEvent,
): { readonly ok: true; readonly request: Request } | Failed {
  const { kind, state, asker, colleague } = request;
  const to = (next: Partial<Request>) => ({ ok: true as const, request: { ...request, ...next } });
  if (isOver(request)) return wrong(`it is ${STATE_WORDS[state]} already`);
  switch (event.do) {
    case 'send':
      if (state !== 'drafted') return wrong('it was sent already');
      if (colleague === asker) return wrong('nobody swaps with themselves');
      return to({ state: needsColleague(kind) ? 'with-colleague' : 'waiting' });
    case 'agree':
      if (state !== 'with-colleague') return wrong('nobody is asked to agree');
      if (event.by === asker || (colleague !== null && event.by !== colleague))
        return wrong('somebody else is asked');
      return to({ state: 'waiting', colleague: event.by });
    case 'refuse':
      if (state !== 'with-colleague' || event.by !== colleague) return wrong('somebody else is asked');
      return to({ state: 'declined' });
    case 'step-back':
      if (state !== 'waiting' || event.by !== colleague)
        return wrong('there is no yes of yours to take back');
      // What was given up is there for others again; a swap without the colleague is none.
      return kind === 'give-up'
        ? to({ state: 'with-colleague', colleague: null, isAsked: false })
        : to({ state: 'declined' });
    case 'ask':
      return state === 'waiting' ? to({ isAsked: true }) : wrong('it does not wait for a decision');
    case 'answer':
      return request.isAsked ? to({ isAsked: false }) : wrong('nothing was asked');
    case 'renew':
      if (state === 'drafted') return wrong('it was not sent yet');
      return to({
        state: needsColleague(kind) ? 'with-colleague' : 'waiting',
        colleague: kind === 'give-up' ? null : colleague,
        isAsked: false,
      });
    case 'approve':
      return state === 'waiting'
        ? to({ state: 'approved', isAsked: false })
        : wrong('it does not wait for a decision');
    case 'decline':
      return state === 'drafted' ? wrong('it was not sent yet') : to({ state: 'declined', isAsked: false });
    case 'withdraw':
      return to({ state: 'withdrawn', isAsked: false });
    case 'lapse':
      return to({ state: 'lapsed', isAsked: false });
  }
}

function wrong(message: string): Failed {
  return fail('request', message);
}
