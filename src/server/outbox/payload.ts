/** A message as the page of the outbox shows it. */
export interface OutboxLine {
  readonly id: string;
  readonly site: string | null;
  readonly to: string;
  readonly way: 'mail' | 'text';
  readonly address: string;
  readonly subject: string;
  /** Null: it holds a link that lets somebody in, and is not shown. */
  readonly body: string | null;
  readonly state: 'waiting' | 'sending' | 'sent' | 'failed' | 'perhaps sent';
  readonly at: string;
  /** When it arrived, where a gateway said so. */
  readonly deliveredAt: string | null;
  readonly nextAt: string | null;
  readonly tries: number;
  readonly reason: string | null;
}

export interface OutboxPayload {
  readonly messages: readonly OutboxLine[];
  /** Ways by which messages really leave; without one they stay here. */
  readonly ways: { readonly mail: boolean; readonly text: boolean };
}
