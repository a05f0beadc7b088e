import { beforeEach, describe, expect, test } from '@jest/globals';
import { toShiftSpec } from '@/core/plan/shift-spec';
import type { Change } from '@/core/plan/change';
import { NO_DETAIL, type Shift } from '@/core/plan/types';
import { shift as bare } from '@/core/testing';
import { NEXT, ask, done, edit, freshDemo, shiftsOf } from '../week/testing';

beforeEach(freshDemo);

describe('a shift template', () => {
  const opening = {
    id: 't',
    name: 'Early floor',
    short: 'EF',
    form: toShiftSpec(bare(null, 0, '8-14', { role: 'floor' })),
  };
  const save = (template: typeof opening, follow: string[] = [], preview = false) =>
    done('templates.save', { templates: [template], follow }, preview);

  test('that changes asks whether its shifts follow; those changed by hand never do', async () => {
    await save(opening);
    const detail = { ...NO_DETAIL, template: 't' };
    const at = (day: number, more: Partial<Shift> = {}): Change => ({
      do: 'add',
      shift: {
        ...bare('dario', 0, '8-14', { role: 'floor', detail }),
        id: `n${day}`,
        date: NEXT + day,
        ...more,
      },
    });
    await edit([at(0), at(1), at(2, { to: 800 })]);
    const later = { ...opening, form: { ...opening.form, from: 540, tasks: ['Float'] } };
    expect((await save(later, [], true)).remarks).toEqual([
      'Early floor: 3 shifts made from it from today on stay as they are.',
    ]);
    const answer = await save(later, ['t']);
    expect(answer.remarks).toEqual([
      'Early floor: 2 shifts from today on follow. 1 changed by hand stays as it is.',
    ]);
    const made = (await shiftsOf(NEXT)).filter((one) => one.id.startsWith('n'));
    expect(made.map((one) => [one.from, one.to, one.detail?.tasks])).toEqual([
      [540, 840, ['Float']],
      [540, 840, ['Float']],
      [480, 800, []],
    ]);
  });

  test.each([
    [{ short: 'B' }, 'input.templates[0].short'],
    [{ short: '9a' }, 'input.templates[0].short'],
    [
      { form: { ...opening.form, duties: [{ name: 'Late', from: 900, to: 960, oneOff: false }] } },
      'input.templates[0].form.duties[0]',
    ],
    [
      { form: { ...opening.form, break: { minutes: 30, at: 830, paid: false } } },
      'input.templates[0].form.break.at',
    ],
    [{ form: { ...opening.form, to: 480 } }, 'input.templates[0].form.to'],
    [{ form: { ...opening.form, role: 'till' } }, 'input.templates[0].form.role'],
  ])('%j is refused', async (more, path) => {
    expect(await ask('templates.save', { templates: [{ ...opening, ...more }], follow: [] })).toMatchObject({
      ok: false,
      problem: { path },
    });
  });
});
