import { automaticBecause } from './automatic';

const because = (fields: Record<string, string>, from = 'iwona@sobczyk.example') =>
  automaticBecause(new Map(Object.entries(fields)), from);

describe('an automatic answer (RFC 3834)', () => {
  it.each<[string, Record<string, string>, string | undefined, string]>([
    ['a holiday answer', { 'auto-submitted': 'auto-replied' }, undefined, 'auto-submitted'],
    [
      'one with parameters',
      { 'auto-submitted': 'Auto-Generated; owner-email="a@b.example"' },
      undefined,
      'auto-submitted',
    ],
    ['one of an old program', { 'x-autoreply': 'yes' }, undefined, 'auto-submitted'],
    ['bulk mail', { precedence: 'bulk' }, undefined, 'bulk'],
    ['a list', { 'list-id': '<readers.example>' }, undefined, 'list'],
    ['a report', { 'content-type': 'multipart/report; report-type=disposition-notification' }, undefined, 'report'],
    ['the null sender', {}, '', 'no-return'],
    ['a mailer', {}, 'MAILER-DAEMON@mx.example', 'mailer'],
    ['what was passed on before', { 'libellus-passed-on': '1' }, undefined, 'passed-on'],
  ])('%s', (_what, fields, from, expected) => {
    expect(because(fields, from)).toBe(expected);
  });

  it('is not what a person wrote, with or without saying so', () => {
    expect(because({})).toBeUndefined();
    expect(because({ 'auto-submitted': 'no' })).toBeUndefined();
    expect(because({ 'content-type': 'multipart/mixed', precedence: 'first-class' })).toBeUndefined();
    expect(because({}, 'bookings@owner.example')).toBeUndefined();
  });
});
