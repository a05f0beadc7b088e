'use client';

import { Moon, Sun } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useSyncExternalStore } from 'react';
import { useFrame } from './frame-context';

type Theme = 'quay' | 'quay-night';

/** The bar over every page: where one is, and the way to everywhere else. */
export function TopBar({ onFind }: { onFind?: () => void }) {
  const { sites, site, actor } = useFrame();
  const router = useRouter();
  return (
    <header className="border-rule bg-paper flex h-[46px] shrink-0 items-center gap-4 border-b px-4">
      <span className="wordmark">Vicenda</span>
      <label className="border-rule bg-sheet flex h-[26px] items-center rounded-[3px] border">
        <span className="sr-only">Site</span>
        <select
          className="h-full bg-transparent pr-1 pl-2"
          value={site.id}
          onChange={(event) => router.push(`/plan/${encodeURIComponent(event.target.value)}/now`)}
        >
          {sites.map(({ id, name }) => (
            <option key={id} value={id} className="bg-sheet">
              {name}
            </option>
          ))}
        </select>
      </label>
      <nav aria-label="Areas" className="h-full">
        <a
          href={`/plan/${encodeURIComponent(site.id)}/now`}
          aria-current="page"
          className="border-ink flex h-full items-center border-b-[3px] pt-[3px] font-semibold"
        >
          Plan
        </a>
      </nav>
      <div className="ml-auto flex items-center gap-3">
        {onFind && (
          <button
            type="button"
            onClick={onFind}
            className="border-rule bg-sheet text-muted flex h-[28px] w-[190px] items-center justify-between rounded-[3px] border px-2.5"
          >
            Find or do… <span className="key">Ctrl K</span>
          </button>
        )}
        <ThemeSwitch />
        <span
          className="bg-sea text-sheet flex size-[26px] items-center justify-center rounded-[3px] text-[11.5px] font-semibold"
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
  const change = () => {
    document.cookie = `theme=${other}; path=/; max-age=31536000; samesite=lax`;
    document.documentElement.dataset.theme = other;
  };
  return (
    <button
      type="button"
      onClick={change}
      className="flex size-[26px] items-center justify-center"
      aria-label={other === 'quay' ? 'Use the light theme' : 'Use the dark theme'}
      title={other === 'quay' ? 'Light theme' : 'Dark theme'}
    >
      {other === 'quay' ? <Sun size={16} /> : <Moon size={16} />}
    </button>
  );
}

function themeNow(): Theme {
  return document.documentElement.dataset.theme === 'quay-night' ? 'quay-night' : 'quay';
}

function watchTheme(changed: () => void): () => void {
  const observer = new MutationObserver(changed);
  observer.observe(document.documentElement, { attributeFilter: ['data-theme'] });
  return () => observer.disconnect();
}
