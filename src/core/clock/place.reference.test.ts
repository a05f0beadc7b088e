import { describe, expect, test } from '@jest/globals';
import { type ClockPlace, formatMetres, metresBetween, placeCheck } from './place';

/** From memory: a degree of latitude is about 111.2 km, one of longitude at 60° half of that, a quarter of the globe 10,007.6 km. */
describe('how far points are apart', () => {
  const from = (latitude: number, longitude: number) => ({ latitude, longitude });
  test.each([
    [from(0, 0), from(1, 0), 111_195],
    [from(60, 0), from(60, 1), 55_597],
    [from(0, 0), from(0, 90), 10_007_557],
    [from(0, 179.9995), from(0, -179.9995), 111],
    [from(38.7, -9.1), from(38.7, -9.1), 0],
  ])('%j to %j: %i m', (a, b, metres) => {
    expect(Math.abs(metresBetween(a, b) - metres)).toBeLessThanOrEqual(Math.max(1, metres * 1e-4));
    expect(metresBetween(b, a)).toBeCloseTo(metresBetween(a, b), 6);
  });
});

describe('whether somebody is at a place', () => {
  const door: ClockPlace = {
    id: 'd',
    name: 'Door',
    latitude: 38.7,
    longitude: -9.1,
    radius: 100,
    groups: [],
  };
  const yard: ClockPlace = { ...door, id: 'y', latitude: 38.71, groups: ['Crew'] };
  const at = (north: number, accuracy = 0) => ({
    latitude: 38.7 + north / 111_195,
    longitude: -9.1,
    accuracy,
  });

  test.each([
    [[door], [], at(99), { isInside: true, metres: 99 }],
    [[door], [], at(130), { isInside: false, metres: 130 }],
    // What the phone itself is not sure of counts for who holds it, up to a point.
    [[door], [], at(130, 40), { isInside: true, metres: 130 }],
    [[door], [], at(5000, 9000), { isInside: false, metres: 5000 }],
    [[door], [], null, { isInside: false, metres: null }],
    [[yard], [], at(0), null],
    [[yard], ['Crew'], at(1112), { isInside: true, metres: 0 }],
    [[door, yard], ['Crew'], at(1100), { isInside: true, metres: 12 }],
    [[], [], at(0), null],
  ])('%#', (places, groups, position, found) => {
    expect(placeCheck(places, groups, position)).toEqual(found);
  });

  test('is told as people would say it', () => {
    expect([0, 999, 1000, 2340, 12_000].map(formatMetres)).toEqual([
      '0 m',
      '999 m',
      '1.0 km',
      '2.3 km',
      '12.0 km',
    ]);
  });
});
