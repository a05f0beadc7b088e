'use client';

import { useGo } from '../going/go';
import { Wordmark } from './wordmark';
import { UndoButton } from '../undo/undo-keys';
import Link from 'next/link';
import type { ActorFrame, FrameArea, FramedSite } from '@/server/access/frame';
import { WaitingCount } from '../requests/waiting-count';
import { Select } from '../kit/inputs/select';
import { Kbd } from '../kit/kbd';
import { AccountMenu } from './account-menu';

export type Area = FrameArea;

interface Props {
  readonly sites: readonly FramedSite[];
  /** The site looked at; null: all of them. */
  readonly site: string | null;
  /** `own`: one's own shifts; null: a page outside the areas. */
  readonly area: Area | 'own' | null;
  readonly actor: ActorFrame;
  readonly onFind?: () => void;
}

const AREAS: readonly { readonly area: Area; readonly name: string }[] = [
  { area: 'setup', name: 'Set-up' },
  { area: 'people', name: 'People' },
  { area: 'plan', name: 'Plan' },
  { area: 'jobs', name: 'Jobs' },
  { area: 'requests', name: 'Requests' },
  { area: 'today', name: 'Today' },
  { area: 'hours', name: 'Hours' },
];

/** The address of an area of work at a site; people alone can be looked at for all sites together. */
export function areaAddress(area: Area, site: string | null): string {
  const place = encodeURIComponent(site ?? 'all');
  return area === 'plan' ? `/plan/${place}/now` : `/${area}/${place}`;
}

/** Where an area is looked at: the site that is looked at, else the first that has it; undefined: nowhere, null: all. */
function placeOf(sites: readonly FramedSite[], area: Area, site: string | null): string | null | undefined {
  const having = sites.filter(({ areas }) => areas.includes(area));
  if (having.length === 0) return undefined;
  if (area === 'people' && site === null) return null;
  return (having.find(({ id }) => id === site) ?? having[0]).id;
}

/** The bar over every page: where one is, and the way to everywhere else. */
export function TopBar({ sites, site, area, actor, onFind }: Props) {
  const go = useGo();
  return (
    <header className="border-rule bg-paper flex h-[46px] shrink-0 items-center gap-4 border-b px-4 phone:gap-2 phone:px-2 low:h-[40px]">
      <Wordmark />
      {area !== null && area !== 'own' && (
        <Select
          label="Site"
          className="w-auto max-w-[220px] min-w-[110px] phone:max-w-[128px]"
          value={site ?? 'all'}
          onChange={(id) => void go(areaAddress(area, id === 'all' ? null : id))}
          options={[
            ...(area === 'people' ? [['all', 'All sites'] as const] : []),
            ...sites.filter(({ areas }) => areas.includes(area)).map(({ id, name }) => [id, name] as const),
          ]}
        />
      )}
      <nav
        aria-label="Areas"
        className="flex h-full gap-5 narrow:min-w-0 narrow:gap-3 narrow:overflow-x-auto"
      >
        {actor.isPerson && <AreaLink href="/me" name="My shifts" isHere={area === 'own'} />}
        {AREAS.map(({ area: one, name }) => {
          const place = placeOf(sites, one, site);
          if (place === undefined) return null;
          return (
            <AreaLink key={one} href={areaAddress(one, place)} name={name} isHere={one === area}>
              {one === 'requests' && place && <WaitingCount site={place} />}
            </AreaLink>
          );
        })}
      </nav>
      <div className="ml-auto flex shrink-0 items-center gap-3">
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
        <AccountMenu actor={actor} />
      </div>
    </header>
  );
}

function AreaLink({
  href,
  name,
  isHere,
  children,
}: {
  readonly href: string;
  readonly name: string;
  readonly isHere: boolean;
  readonly children?: React.ReactNode;
}) {
  return (
    <Link
      href={href}
      prefetch={false}
      aria-current={isHere ? 'page' : undefined}
      className={`relative flex h-full items-center border-b-[3px] pt-[3px] whitespace-nowrap ${
        isHere ? 'border-ink font-semibold' : 'text-muted hover:text-ink border-transparent'
      }`}
    >
      {name}
      {children}
    </Link>
  );
}
