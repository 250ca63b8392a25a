import { expect, test } from 'vitest';
import {
  comparisonsOf,
  conditionInWords,
  dayInWords,
  readWhere,
  SUBJECTS,
  takesValue,
  whereInWords,
  writeWhere,
  type Labels,
} from '../../resources/ui/console/accounts/where';

const labels: Labels = {
  fields: new Map([['home_reach', { label: 'Home reach', choices: new Map([['mill', 'Mill Reach']]) }]]),
  apps: new Map([['gaugebook', 'Gaugebook']]),
  day: dayInWords,
};

test.each([
  [['status', 'is', 'active'], 'status is active'],
  [['field', 'home_reach', 'misfits'], 'Home reach does not fit'],
  [['field', 'home_reach', 'is', 'mill'], 'Home reach is Mill Reach'],
  [['field', 'gone', 'has'], 'gone is filled in'],
  [['metadata', 'own.nickname', 'is_not', 'Wren'], 'own.nickname is not Wren'],
  [['app', 'is', 'gaugebook'], 'app is Gaugebook'],
  [['created', 'before', 'P7D'], 'created before 7 days ago'],
  [['seen', 'since', '2026-09-01'], 'last seen since 1 Sept 2026'],
  [['seen', 'has_none'], 'never seen'],
  [['role', 'has_none'], 'no role'],
  [['verified', 'is', 'no'], 'address not verified'],
  [['held_back', 'is', 'yes'], 'sign-in held back'],
  [['duty', 'is', 'accept_terms'], 'open duty is accept the terms'],
  [['something', 'new', 'here'], 'something new here'],
])('%j reads “%s”', (condition, words) => {
  expect(conditionInWords(condition, labels)).toBe(words);
});

test('all of them are one line', () => {
  expect(
    whereInWords(
      [
        ['status', 'is', 'active'],
        ['seen', 'has_none'],
      ],
      labels,
    ),
  ).toBe('status is active, and never seen');
});

test('an address that somebody typed is read as far as it can be', () => {
  expect(readWhere('[["status","is","active"]]')).toEqual([['status', 'is', 'active']]);
  expect(readWhere('[["a",1],"b",[],["status","is","active"]]')).toEqual([['status', 'is', 'active']]);
  for (const odd of [null, '', '{', '{}', '1', 'null']) expect(readWhere(odd), String(odd)).toEqual([]);
  expect([writeWhere([]), writeWhere([['seen', 'has_none']])]).toEqual([null, '[["seen","has_none"]]']);
});

test('every subject can be asked in some way, and only dates, numbers and choices in more', () => {
  for (const { value } of SUBJECTS) expect(comparisonsOf(value).length, value).toBeGreaterThan(0);
  expect(comparisonsOf('field', 'short_text').map(({ value }) => value)).not.toContain('misfits');
  expect(comparisonsOf('field', 'date').map(({ value }) => value)).toContain('since');
  expect(['has', 'is', 'misfits'].map(takesValue)).toEqual([false, true, false]);
});
