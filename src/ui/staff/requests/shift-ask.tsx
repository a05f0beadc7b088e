import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { asSentence } from '@/core/sentence';
import type { RequestKind } from '@/core/requests/request';
import type { ShiftOptions } from '@/server/requests/payload';
import type { OwnShift } from '@/server/staff/payload';
import { newId } from '../../commands/new-id';
import { queryClient } from '../../commands/query-client';
import { useCommand } from '../../commands/use-command';
import { Button } from '../../kit/button';
import { Dialog } from '../../kit/dialog';
import { Field } from '../../kit/inputs/field';
import { Segmented } from '../../kit/inputs/segmented';
import { Select } from '../../kit/inputs/select';
import { TextArea } from '../../kit/inputs/text-input';
import { useStaff } from '../staff-context';
import { ExchangeLine } from './exchange-line';
import { SwapMore, useSwapLook } from './swap-more';
import { Refused } from '../../kit/states';

type OwnKind = Exclude<RequestKind, 'take'>;

const NAMES: Readonly<Record<OwnKind, string>> = {
  swap: 'Swap',
  'hand-over': 'Hand over',
  'give-up': 'Give up',
};

/** Asks what can be done with a shift of one's own: swap it, hand it over, give it up. */
export function ShiftAsk({ own, onClose }: { readonly own: OwnShift; readonly onClose: () => void }) {
  const { site, shift } = own;
  const { data, error } = useQuery(
    {
      queryKey: ['options', site, shift.id],
      queryFn: async ({ signal }) => {
        const query = new URLSearchParams({ site, shift: shift.id });
        const response = await fetch(`/api/me/requests/options?${query}`, { signal }).catch(() => {
          throw new Error('There is no connection: nothing can be asked for just now.');
        });
        const body = (await response.json()) as { options?: ShiftOptions; problem?: { message: string } };
        if (!body.options)
          throw new Error(asSentence(body.problem?.message ?? 'the server cannot say just now'));
        return body.options;
      },
      networkMode: 'always',
      staleTime: 0,
      retry: false,
    },
    queryClient(),
  );
  return (
    <Dialog title="Swap, hand over, give up" onClose={onClose} className="w-[560px] text-[16px] leading-6">
      {error && <p role="alert">{error.message}</p>}
      {!data && !error && <p className="text-muted">Looking who could work it …</p>}
      {data && <Ask site={site} options={data} onClose={onClose} />}
    </Dialog>
  );
}

function Ask({
  site,
  options,
  onClose,
}: {
  readonly site: string;
  readonly options: ShiftOptions;
  readonly onClose: () => void;
}) {
  const { shift, refused, swaps, takers } = options;
  const { go } = useStaff();
  const { run, busy, problem } = useCommand();
  const [kind, setKind] = useState<OwnKind>('swap');
  const [mine, setMine] = useState<readonly string[]>([shift.id]);
  const [theirs, setTheirs] = useState<readonly string[]>([]);
  const [taker, setTaker] = useState(takers[0]?.id ?? '');
  const [note, setNote] = useState('');
  const swap = swaps.find((one) => one.shift.id === theirs[0]);
  const look = useSwapLook(site, kind === 'swap' ? mine : [], theirs);
  const why = refused[kind];
  const isReady =
    kind === 'swap'
      ? swap !== undefined && !(look && look.fault !== null)
      : kind === 'hand-over'
        ? taker !== ''
        : true;
  const ask = async (send: boolean) => {
    const done = await run(
      'request.ask',
      {
        ...{ id: newId(), site, kind, note, send },
        mine: kind === 'swap' ? mine : [shift.id],
        theirs: kind === 'swap' ? theirs : [],
        colleague: kind === 'swap' ? swap!.colleague : kind === 'hand-over' ? taker : null,
      },
      send ? 'Asked' : 'Kept for later',
    );
    if (!done) return;
    await queryClient().invalidateQueries({ queryKey: ['staff'] });
    onClose();
    go('open');
  };
  return (
    <div className="flex flex-col gap-4">
      <p className="font-semibold">{shift.text}</p>
      <Segmented
        label="What to ask for"
        isLoose
        value={kind}
        onChange={setKind}
        options={(Object.keys(NAMES) as OwnKind[]).map((value) => ({ value, name: NAMES[value] }))}
      />
      {why && <p>{asSentence(why)}</p>}
      {!why && kind === 'swap' && (
        <fieldset>
          <legend className="mb-1 font-semibold">
            {swaps.length === 0 ? 'No shift of a colleague could be had for it.' : 'For which shift?'}
          </legend>
          {swaps.length === 0 && (
            <p className="text-muted">
              Here stand those where you and the colleague could both work the other’s. You can still give it
              up.
            </p>
          )}
          <ul>
            {swaps.map((one) => (
              <li key={one.shift.id} className="border-fine border-b">
                <label className="flex min-h-11 cursor-pointer items-start gap-3 py-2">
                  <input
                    type="radio"
                    name="theirs"
                    className="radio radio-sm mt-1"
                    checked={one === swap}
                    onChange={() => {
                      setMine([shift.id]);
                      setTheirs([one.shift.id]);
                    }}
                  />
                  <span className="min-w-0 flex-1">
                    <span className="block font-semibold">{one.shift.text}</span>
                    <span className="block">{one.name ?? 'A colleague'}</span>
                    <ExchangeLine effect={one.mine} />
                  </span>
                </label>
                {one === swap && look && (
                  <SwapMore
                    look={look}
                    name={one.name}
                    shifts={{ mine, theirs }}
                    onMine={setMine}
                    onTheirs={setTheirs}
                  />
                )}
              </li>
            ))}
          </ul>
        </fieldset>
      )}
      {!why &&
        kind === 'hand-over' &&
        (takers.length === 0 ? (
          <p>Nobody could take it as things are.</p>
        ) : (
          <Field label="To whom">
            <Select
              value={taker}
              onChange={setTaker}
              options={takers.map(({ id, name }) => [id, name] as const)}
            />
          </Field>
        ))}
      {!why && kind === 'give-up' && (
        <p>
          {takers.length === 0
            ? 'Nobody could work it as things are; it can be given up all the same.'
            : 'It is shown to those who could work it, and to nobody else.'}{' '}
          <b>It stays yours until somebody has it and it is approved.</b>
        </p>
      )}
      {!why && (
        <>
          <TextArea
            label="A word with it"
            placeholder="A word with it, if there is one"
            rows={2}
            maxLength={500}
            value={note}
            onChange={setNote}
          />
          <Refused problem={problem} />
          <Button
            kind="primary"
            className="min-h-12"
            disabled={busy || !isReady}
            onClick={() => void ask(true)}
          >
            {kind === 'swap' ? 'Ask for the swap' : kind === 'hand-over' ? 'Ask them' : 'Give it up'}
          </Button>
          <Button className="min-h-11" disabled={busy || !isReady} onClick={() => void ask(false)}>
            Keep it for later
          </Button>
        </>
      )}
    </div>
  );
}
