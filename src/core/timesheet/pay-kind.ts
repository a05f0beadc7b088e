/** Why some minutes are paid, and how. */
export type PayKind =
  | { readonly kind: 'regular' }
  | { readonly kind: 'overtime'; readonly multiplier: number }
  /** Overtime that is not paid: it became time off. */
  | { readonly kind: 'time-off' }
  /** Worked on a holiday. */
  | { readonly kind: 'holiday'; readonly multiplier: number }
  /** A holiday that is credited without being worked on. */
  | { readonly kind: 'holiday-off' }
  /** `type`: the kind of leave; null: it is not known. */
  | { readonly kind: 'leave'; readonly type: string | null }
  /** One that the site made up. */
  | { readonly kind: 'own'; readonly id: string };

/** A kind of pay that a site made up: on call, travel, training. */
export interface OwnPayKind {
  readonly id: string;
  readonly name: string;
  /** Of the plain rate. */
  readonly multiplier: number;
  readonly isRetired: boolean;
}

/** What kinds of pay are called by. */
export interface PayKindNames {
  readonly own: readonly OwnPayKind[];
  readonly leaveTypes: readonly { readonly id: string; readonly name: string }[];
}

/** A text that is the same for the same kind of pay, such as codes for payroll are kept under. */
export function payKindKey(kind: PayKind): string {
  switch (kind.kind) {
    case 'overtime':
    case 'holiday':
      return `${kind.kind}:${kind.multiplier}`;
    case 'leave':
      return `leave:${kind.type ?? ''}`;
    case 'own':
      return `own:${kind.id}`;
    default:
      return kind.kind;
  }
}

/** `Regular`, `Overtime × 1.5`, `Annual leave`. */
export function payKindName(kind: PayKind, { own, leaveTypes }: PayKindNames): string {
  switch (kind.kind) {
    case 'regular':
      return 'Regular';
    case 'overtime':
      return `Overtime × ${kind.multiplier}`;
    case 'time-off':
      return 'Overtime as time off';
    case 'holiday':
      return kind.multiplier === 1 ? 'Holiday worked' : `Holiday worked × ${kind.multiplier}`;
    case 'holiday-off':
      return 'Holiday';
    case 'leave':
      return leaveTypes.find(({ id }) => id === kind.type)?.name ?? 'Leave';
    case 'own':
      return own.find(({ id }) => id === kind.id)?.name ?? 'Other';
  }
}

/** The order in which kinds of pay are listed: worked first, then what is credited. */
const ORDER: Readonly<Record<PayKind['kind'], number>> = {
  regular: 0,
  overtime: 1,
  'time-off': 2,
  holiday: 3,
  own: 4,
  leave: 5,
  'holiday-off': 6,
};

/** Whether minutes of a kind were worked; others are credited. */
export function isWorked({ kind }: PayKind): boolean {
  return ORDER[kind] <= ORDER.own;
}

/** Sorts kinds of pay for a list. */
export function byPayKind(a: PayKind, b: PayKind): number {
  const [one, other] = [payKindKey(a), payKindKey(b)];
  return ORDER[a.kind] - ORDER[b.kind] || (one < other ? -1 : one > other ? 1 : 0);
}
