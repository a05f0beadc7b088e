import { createContext, useContext } from 'react';
import type { PageHeader } from '@/server/plan/payload';

const PageHeaderContext = createContext<PageHeader | null>(null);

export const PageHeaderProvider = PageHeaderContext.Provider;

/** What stands around the week: sites, weeks, today. */
export function usePageHeader(): PageHeader {
  const header = useContext(PageHeaderContext);
  if (!header) throw new Error('there is no frame around this component');
  return header;
}
