import Joi from 'joi';
import { dropDraft, rememberHeads } from '@/data/people/import-store';
import { BUSINESS, type Scope } from '../../access/permissions';
import { command } from '../../commands/command';
import { FILE_OPTIONS } from '../../import/schema';
import { ID } from '../../input';
import { peopleEffect } from '../people-effect';
import type { ImportOptions } from './payload';
import { planImport } from './plan-import';

export const OPTIONS = Joi.object<ImportOptions>({
  ...FILE_OPTIONS,
  heads: Joi.boolean().required(),
  columns: Joi.array().items(Joi.string().max(80).allow(null)).max(400).required(),
  dateOrder: Joi.valid('day', 'month').required(),
  site: ID.allow(null).required(),
  create: Joi.boolean().required(),
});

/** What an import is about: the site it is read for. Rows may name other sites; those are looked at when it is done. */
export function scopeOfImport({ site }: Pick<ImportOptions, 'site'>): Scope {
  return site === null ? BUSINESS : { sites: [site] };
}

/** Takes the rows of a file that have no fault, all in one step that can be taken back whole. */
export const importPeople = command<'people.import', { options: ImportOptions }>({
  kind: 'people.import',
  long: true,
  permission: 'people.change',
  scope: ({ options }) => scopeOfImport(options),
  input: Joi.object({ options: OPTIONS.required() }).required(),
  async prepare({ db, today }, { options }) {
    const planned = await planImport(db, today, options);
    if (!planned.ok) return planned;
    const { preview, writings, rows, made, heads } = planned.plan;
    if (preview.problem)
      return { ok: false, problem: { code: 'input', message: preview.problem, path: 'options' } };
    const written = await peopleEffect(db, today, writings, made);
    if (!written.ok) return written;
    const n = writings.length;
    return {
      ok: true,
      work: {
        ...written.work,
        title: `Imported ${n} ${n === 1 ? 'person' : 'people'} from ${preview.name}`,
        rows: [...rows, ...written.work.rows],
        sites: written.work.sites.filter((site) => !made.includes(site)),
        subjects: written.work.subjects.filter((one) => one.kind !== 'site' || !made.includes(one.id)),
        onCommitted: async (trx) => {
          await rememberHeads(trx, heads);
          await dropDraft(trx, options.draft);
        },
      },
    };
  },
});
