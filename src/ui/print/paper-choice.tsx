'use client';

import { usePathname, useRouter } from 'next/navigation';
import { PAPERS, type Paper } from '@/core/sheets/paper';
import { Select } from '../kit/inputs/select';

const OPTIONS = (Object.keys(PAPERS) as Paper[]).map((id) => [id, PAPERS[id].name] as const);

/** The paper that a sheet is drawn for. */
export function PaperChoice({ value }: { readonly value: Paper }) {
  const router = useRouter();
  const path = usePathname();
  return (
    <Select
      label="Paper"
      value={value}
      options={OPTIONS}
      onChange={(paper) => router.replace(`${path}?paper=${paper}`)}
    />
  );
}
