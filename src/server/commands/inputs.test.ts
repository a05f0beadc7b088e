import { describe, expect, test } from '@jest/globals';
import type Joi from 'joi';
import { type Shape, differences, shapeOfJoi, shapeOfType, typesOf } from '@/formats/testing-shapes';
import { CHANGE_REQUEST } from '../plan/schema';
import { parseInput } from '../input';
import { COMMANDS } from './list';

const LIST = 'src/server/commands/list.ts';
const PLAN = 'src/server/plan/payload.ts';
const typeNamed = typesOf([LIST, PLAN]);
const typed = (file: string, name: string): Shape => {
  const { checker, type } = typeNamed(file, name);
  return shapeOfType(checker, type);
};
const inputs = typed(LIST, 'CommandInputs') as Extract<Shape, { kind: 'object' }>;

describe('what a command accepts is what those who ask for it are held to:', () => {
  test.each([...COMMANDS.keys()])('%s', (kind) => {
    const accepted = shapeOfJoi(COMMANDS.get(kind)!.input as Joi.Schema);
    expect(differences(accepted, inputs.fields[kind].shape, true)).toEqual([]);
  });

  test('changes of a plan', () => {
    expect(differences(shapeOfJoi(CHANGE_REQUEST), typed(PLAN, 'SentRequest'), true)).toEqual([]);
  });

  test('all of them are compared', () =>
    expect(Object.keys(inputs.fields).sort()).toEqual([...COMMANDS.keys()].sort()));
});

test('all fields that are wrong are told, each with its place; of a long input only the first', () => {
  const { input } = COMMANDS.get('stations.save')!;
  const stations = [{ id: 'a', name: '' }, { id: 'b' }, { id: 'c', name: 'Till' }];
  const read = parseInput(input, { site: 'quay', stations, more: 1 }, 'input', true);
  expect(read.ok ? [] : read.problems!.map(({ path }) => path)).toEqual([
    'input.stations[0].name',
    'input.stations[1].name',
    'input.more',
  ]);
  const many = Array.from({ length: 200 }, (_, i) => ({ id: `s${i}`, name: 'x'.repeat(2000) }));
  const long = parseInput(input, { site: 'quay', stations: many }, 'input', true);
  expect(long.ok ? [] : long.problems).toHaveLength(1);
});

test('a text that stands twice is told where it comes second', () => {
  const { input } = COMMANDS.get('stations.save')!;
  const stations = [{ id: 'a', name: 'Till' }, { id: 'b' }, null, { id: 'c', name: ' till ' }];
  const read = parseInput(input, { site: 'quay', stations }, 'input', true);
  expect(read.ok ? [] : read.problems).toContainEqual({
    code: 'input',
    message: 'there are two stations of this name',
    path: 'input.stations[3].name',
  });
});
