import { Delete } from 'lucide-react';
import { useState } from 'react';
import { asSentence } from '@/core/sentence';
import type { DevicePage } from '@/server/clock/at-device';
import { Button } from '../kit/button';
import { Segmented } from '../kit/inputs/segmented';
import { TextInput } from '../kit/inputs/text-input';

/** Who somebody says they are, with their PIN. */
export interface Said {
  readonly person: string | null;
  readonly number: string | null;
  readonly name: string;
  readonly pin: string;
}

type Way = 'name' | 'number' | 'pin';

/** Finds a name, or takes a number, or a PIN alone; then the PIN. */
export function FindPerson({
  page,
  busy,
  problem,
  onSay,
}: {
  readonly page: DevicePage;
  readonly busy: boolean;
  readonly problem: string | null;
  readonly onSay: (said: Said) => void;
}) {
  const [way, setWay] = useState<Way>('name');
  const [text, setText] = useState('');
  const [person, setPerson] = useState<string | null>(null);
  const [pin, setPin] = useState('');
  const chosen = page.people.find(({ id }) => id === person) ?? null;
  const words = text.trim().toLocaleLowerCase();
  const found = page.people.filter(({ name }) => name.toLocaleLowerCase().includes(words));
  const isAsking = chosen !== null || way !== 'name';
  const begin = (next: Way) => {
    setWay(next);
    setPerson(null);
    setText('');
    setPin('');
  };
  const say = () => {
    const number = way === 'number' ? text.trim() : null;
    onSay({ person, number, name: chosen?.name ?? (number ? `Number ${number}` : 'Somebody'), pin });
    setPin('');
  };
  return (
    <div>
      <div>
        <Segmented
          label="Say who you are by"
          value={way}
          onChange={begin}
          options={[
            { value: 'name', name: 'Name' },
            { value: 'number', name: 'Staff number' },
            ...(page.takesPinAlone ? [{ value: 'pin' as const, name: 'PIN alone' }] : []),
          ]}
        />
      </div>
      {way === 'name' && !chosen && (
        <>
          <TextInput
            label="Your name"
            placeholder="Your name"
            className="mt-4 h-14 w-full max-w-[420px] text-xl"
            autoComplete="off"
            value={text}
            onChange={setText}
          />
          <ul aria-label="People" className="mt-4 grid grid-cols-3 gap-2 phone:grid-cols-1">
            {found.slice(0, 60).map(({ id, name, hasPin }) => (
              <li key={id}>
                <Button
                  className="h-14 w-full justify-start truncate text-lg"
                  disabled={!hasPin}
                  title={hasPin ? undefined : 'Has no PIN yet'}
                  onClick={() => setPerson(id)}
                >
                  {name}
                </Button>
              </li>
            ))}
          </ul>
          {found.length === 0 && <p className="text-muted mt-4 text-lg">Nobody is called that here.</p>}
          {found.length > 60 && <p className="text-muted mt-4">Type more of your name to see the others.</p>}
          {page.people.every(({ hasPin }) => !hasPin) && (
            <p className="text-muted mt-4 text-lg">
              Nobody has a PIN yet. Whoever sets up the site makes them, in Set-up under Devices.
            </p>
          )}
        </>
      )}
      {isAsking && (
        <form
          className="mt-4 max-w-[420px]"
          onSubmit={(event) => {
            event.preventDefault();
            say();
          }}
        >
          {chosen && <h2 className="mb-3 font-serif text-3xl font-semibold">{chosen.name}</h2>}
          {way === 'number' && (
            <TextInput
              label="Staff number"
              placeholder="Staff number"
              className="mb-3 h-14 w-full text-xl"
              autoComplete="off"
              value={text}
              onChange={setText}
            />
          )}
          <TextInput
            label="PIN"
            placeholder="PIN"
            type="password"
            inputMode="numeric"
            autoComplete="off"
            className="h-14 w-full text-2xl tracking-[0.3em]"
            value={pin}
            onChange={(typed) => setPin(typed.replace(/\D/g, '').slice(0, 8))}
          />
          {problem && (
            <p role="alert" className="text-gap mt-2 text-lg font-semibold">
              {asSentence(problem)}
            </p>
          )}
          <div className="mt-3 grid grid-cols-3 gap-2">
            {['1', '2', '3', '4', '5', '6', '7', '8', '9'].map((figure) => (
              <Key key={figure} figure={figure} onPress={() => setPin((pin + figure).slice(0, 8))} />
            ))}
            <Button
              className="h-14 text-xl"
              aria-label="Take away the last figure"
              onClick={() => setPin(pin.slice(0, -1))}
            >
              <Delete size={22} aria-hidden />
            </Button>
            <Key figure="0" onPress={() => setPin((pin + '0').slice(0, 8))} />
            <Button
              kind="primary"
              type="submit"
              className="h-14 text-xl"
              busy={busy}
              disabled={pin.length < 4 || (way === 'number' && text.trim() === '')}
            >
              Go on
            </Button>
          </div>
          <Button kind="link" className="mt-4 min-h-11 text-lg" onClick={() => begin(way)}>
            {chosen ? 'Somebody else' : 'Begin again'}
          </Button>
        </form>
      )}
    </div>
  );
}

function Key({ figure, onPress }: { readonly figure: string; readonly onPress: () => void }) {
  return (
    <Button className="h-14 text-2xl" onClick={onPress}>
      {figure}
    </Button>
  );
}
