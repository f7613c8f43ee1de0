import { expect, it } from 'vitest';
import { freshSeconds } from '../../../src/core/ecosystems/registry-answers.ts';

const DATE = new Date().toUTCString();
const LATER = new Date(Date.now() + 120_000).toUTCString();

// RFC 9111, sections 4.2 and 5.2.2.
it.each([
  ['says nothing', {}, 0],
  ['says how long', { 'cache-control': 'public, max-age=300' }, 300],
  ['has lain somewhere before', { 'cache-control': 'max-age=300', age: '120' }, 180],
  ['is for longer than an hour', { 'cache-control': 'max-age=31536000, immutable' }, 3600],
  ['is for shared caches only longer', { 'cache-control': 'max-age=60, s-maxage=600' }, 60],
  ['must be asked for again', { 'cache-control': 'max-age=300, no-cache' }, 0],
  ['must not be kept', { 'cache-control': 'max-age=300, no-store' }, 0],
  ['says until when', { date: DATE, expires: LATER }, 120],
  ['says it was over before', { date: DATE, expires: '0' }, 0],
  ['differs by everything', { 'cache-control': 'max-age=300', vary: '*' }, 0],
])('an answer that %s holds for as long as that', (_, headers, seconds) => {
  const given = Object.entries<string>({ date: DATE, ...headers });
  expect(Math.abs(freshSeconds(given) - seconds)).toBeLessThanOrEqual(1);
});
