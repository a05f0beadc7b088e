import type { SignInEvent } from '@/server/accounts/payload';
import { EmptyState } from '../kit/states';
import { Table } from '../kit/table';
import { When } from '../layout/when';
import { deviceName } from './device-name';

/** Who came in lately, and who did not. */
export function SignInLog({ events }: { readonly events: readonly SignInEvent[] }) {
  if (events.length === 0) return <EmptyState title="Nobody has signed in yet." />;
  return (
    <main className="min-h-0 flex-1 overflow-y-auto px-2">
      <Table>
        <thead>
          <tr>
            <th scope="col">When</th>
            <th scope="col">Who</th>
            <th scope="col">What</th>
            <th scope="col">By</th>
            <th scope="col">Device</th>
            <th scope="col">Address</th>
          </tr>
        </thead>
        <tbody>
          {events.map(({ seq, at, kind, name, typed, address, device }) => (
            <tr key={seq}>
              <td>
                <When at={at} />
              </td>
              <td className="font-semibold">{name ?? 'nobody known'}</td>
              <td className={/refused|held|ended/.test(kind) ? 'text-gap' : ''}>{kind}</td>
              <td>{typed}</td>
              <td>{deviceName(device)}</td>
              <td>{address}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </main>
  );
}
