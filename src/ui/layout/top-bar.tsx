'use client';

import { useGo } from '../going/go';
import { Wordmark } from './wordmark';
import { UndoButton } from '../undo/undo-keys';
import { Moon, Sun } from 'lucide-react';
import Link from 'next/link';
import { useSyncExternalStore } from 'react';
import { Select } from '../kit/inputs/select';
import { changeTheme, themeNow, watchTheme } from './theme';
import { Kbd } from '../kit/kbd';
import { Button } from '../kit/button';

export type Area = 'setup' | 'people' | 'plan';

interface Props {
  readonly sites: readonly { readonly id: string; readonly name: string }[];
  /** The site looked at; null: all of them. */
  readonly site: string | null;
  readonly area: Area;
  readonly actor: string;
  readonly onFind?: () => void;
}

const AREAS: readonly { readonly area: Area; readonly name: string }[] = [
  { area: 'setup', name: 'Set-up' },
  { area: 'people', name: 'People' },
  { area: 'plan', name: 'Plan' },
];

/** The address of an area of work at a site; people alone can be looked at for all sites together. */
export function areaAddress(area: Area, site: string | null): string {
  const place = encodeURIComponent(site ?? 'all');
  return area === 'plan' ? `/plan/${place}/now` : `/${area}/${place}`;
}

/** The bar over every page: where one is, and the way to everywhere else. */
export function TopBar({ sites, site, area, actor, onFind }: Props) {
  const go = useGo();
  return (
    <header className="border-rule bg-paper flex h-[46px] shrink-0 items-center gap-4 border-b px-4 phone:gap-2 phone:px-2 low:h-[40px]">
      <Wordmark />
      <Select
        label="Site"
        className="w-auto max-w-[220px] min-w-[110px]"
        value={site ?? 'all'}
        onChange={(id) => void go(areaAddress(area, id === 'all' ? null : id))}
        options={[
          ...(area === 'people' ? [['all', 'All sites'] as const] : []),
          ...sites.map(({ id, name }) => [id, name] as const),
        ]}
      />
      <nav aria-label="Areas" className="flex h-full gap-5 phone:gap-3">
        {AREAS.map(({ area: one, name }) => (
          <Link
            key={one}
            href={areaAddress(one, one === 'people' ? site : (site ?? sites[0]?.id ?? null))}
            prefetch={false}
            aria-current={one === area ? 'page' : undefined}
            className={`flex h-full items-center border-b-[3px] pt-[3px] whitespace-nowrap ${
              one === area ? 'border-ink font-semibold' : 'text-muted hover:text-ink border-transparent'
            }`}
          >
            {name}
          </Link>
        ))}
      </nav>
      <div className="ml-auto flex items-center gap-3">
        {onFind && (
          <button
            type="button"
            onClick={onFind}
            className="input text-muted px-2 w-[190px] cursor-pointer justify-between narrow:w-auto phone:hidden"
          >
            <span className="whitespace-nowrap">Find or do…</span>
            <span className="narrow:hidden">
              <Kbd>Ctrl K</Kbd>
            </span>
          </button>
        )}
        {area !== 'plan' && <UndoButton isShort />}
        <ThemeSwitch />
        <span
          className="bg-sea text-sheet flex size-[26px] items-center justify-center rounded-[3px] text-xs font-semibold"
          title={actor}
        >
          {actor.slice(0, 2).toUpperCase()}
        </span>
      </div>
    </header>
  );
}

function ThemeSwitch() {
  // The theme stands on the document, where the server wrote it before anything was drawn.
  const now = useSyncExternalStore(watchTheme, themeNow, () => 'quay');
  const other = now === 'quay' ? 'quay-night' : 'quay';
  return (
    <Button
      kind="quiet"
      onClick={changeTheme}
      aria-label={other === 'quay' ? 'Use the light theme' : 'Use the dark theme'}
      title={other === 'quay' ? 'Light theme' : 'Dark theme'}
    >
      {other === 'quay' ? <Sun size={16} /> : <Moon size={16} />}
    </Button>
  );
}
