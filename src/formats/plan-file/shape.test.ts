import { readFileSync } from 'node:fs';
import { expect, test } from '@jest/globals';
import {
  type Shape,
  differences,
  shapeOfJoi,
  shapeOfJsonSchema,
  shapeOfType,
  typesOf,
} from '../testing-shapes';
import { CHANGE_FIELDS, PLAN } from './shape';

const published = shapeOfJsonSchema(JSON.parse(readFileSync('docs/plan-file.schema.json', 'utf8')) as object);
const RAW = 'src/formats/plan-file/raw.ts';
const typeNamed = typesOf([RAW]);
const typed = (name: string): Shape => {
  const { checker, type } = typeNamed(RAW, name);
  return shapeOfType(checker, type);
};

test('the reader accepts what the published schema says, with the same limits', () => {
  expect(differences(shapeOfJoi(PLAN), published, false)).toEqual([]);
});

test('what the reader accepts is what the code holds it to be', () => {
  expect(differences(shapeOfJoi(PLAN), typed('RawPlan'), true)).toEqual([]);
});

test('so are changes', () => {
  const changes = typed('RawChange');
  const accepted = Object.values(CHANGE_FIELDS).map(shapeOfJoi);
  expect(changes.kind === 'either' && changes.of).toHaveLength(accepted.length);
  for (const one of accepted) {
    const verb = one.kind === 'object' && one.fields.do.shape;
    const same = (changes as Extract<Shape, { kind: 'either' }>).of.find(
      (other) => other.kind === 'object' && JSON.stringify(other.fields.do.shape) === JSON.stringify(verb),
    );
    expect(differences(one, same!, true)).toEqual([]);
  }
});

test('a field, a limit, a null and a value more are all noticed', () => {
  const text = JSON.stringify(published);
  for (const [before, after] of [
    ['"budget"', '"budgets"'],
    ['"whole from 1 to 366"', '"whole from 1"'],
    ['"\\"bad-time\\""', '"\\"odd-time\\""'],
    ['"optional":true', '"optional":false'],
    ['"nullable":true', '"nullable":false'],
  ]) {
    expect(text).toContain(before);
    const other = JSON.parse(text.replace(before, after)) as Shape;
    expect(differences(shapeOfJoi(PLAN), other, false)).not.toEqual([]);
  }
});
