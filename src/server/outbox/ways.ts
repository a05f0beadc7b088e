import { createTransport } from 'nodemailer';
import type { Selectable } from 'kysely';
import { gatewayFrom, textWay } from './text-gateway';
import type { OutboxTable } from '@/data/staff/tables';

export type Message = Selectable<OutboxTable>;

/** What a way of sending answers: it went, or why not, and whether trying again may help. */
export type Delivery =
  { readonly ok: true } | { readonly ok: false; readonly reason: string; readonly isFinal: boolean };

/** A way by which messages leave the house. */
export interface Way {
  send(message: Message, body: string): Promise<Delivery>;
}

/** The way that messages of a kind take; null: none is set up, and they stay in the outbox for all to see. */
export function wayOf(kind: string): Way | null {
  if (kind === 'mail') return mailWay();
  const gateway = gatewayFrom(process.env);
  return gateway && textWay(gateway);
}

const kept = new Map<string, Way>();

/** Real mail, where VICENDA_SMTP_URL says by which server; VICENDA_MAIL_FROM: from whom. */
function mailWay(): Way | null {
  const url = process.env.VICENDA_SMTP_URL;
  if (!url) return null;
  const known = kept.get(url);
  if (known) return known;
  const transport = createTransport(
    { url, connectionTimeout: 10_000, greetingTimeout: 10_000, socketTimeout: 20_000 },
    { from: process.env.VICENDA_MAIL_FROM ?? 'vicenda@localhost' },
  );
  const way: Way = {
    async send({ address, subject, message_id: messageId }, body) {
      try {
        await transport.sendMail({ to: { name: '', address }, subject, text: body, messageId });
        return { ok: true };
      } catch (error) {
        const { responseCode = 0, message = '' } = error as { responseCode?: number; message?: string };
        // The server says for good that it does not take it: nothing is gained by asking again.
        return {
          ok: false,
          reason: message.slice(0, 300),
          isFinal: responseCode >= 500 && responseCode < 600,
        };
      }
    },
  };
  kept.set(url, way);
  return way;
}
