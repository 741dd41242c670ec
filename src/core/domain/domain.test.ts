import { readKeptIn } from '../../words/kept';
import fc from 'fast-check';
import { judgeRecord, type Answer, type JudgeContext } from './judge';
import { hostPart } from './judge';
import { nextLook } from './recheck';
import { neededRecords, type NeededRecord, type RecordKind } from './records';
import { countLookups, isSpf, mergeSpf, missingMechanisms, readSpf, spfReferences } from './spf';

const KEY = {
  selector: 'lb1',
  publicKey: 'MIIBIjANBgkqhkiG9w0BAQEFAAOCAQ8AMIIBCgKCAQEAkey0123456789'.padEnd(392, 'Ab9/'),
};
const MECHANISM = 'include:spf.harrowpost.example';

const records = (present: string[] = []): NeededRecord[] =>
  neededRecords({
    domain: 'quillwick.example',
    mechanisms: [MECHANISM],
    key: KEY,
    bounces: { domain: 'bounce.quillwick.example', host: 'libellus.quillwick.example' },
    present,
  });
const needed = (kind: RecordKind, present?: string[]): NeededRecord => records(present).find((r) => r.kind === kind)!;
const context: JudgeContext = { domain: 'quillwick.example', mechanisms: [MECHANISM], known: new Map() };
const judge = (kind: RecordKind, values: string[], more: Partial<JudgeContext & { ttl: number }> = {}) => {
  const answer: Answer = { values, ttl: more.ttl ?? 3600 };
  return readKeptIn(judgeRecord(needed(kind), answer, { ...context, ...more }));
};

describe('SPF', () => {
  it('is merged with what is there, before its end', () => {
    expect(mergeSpf([], [MECHANISM], '~all')).toBe(`v=spf1 ${MECHANISM} ~all`);
    expect(mergeSpf(['v=spf1 mx ip4:192.0.2.1 -all'], [MECHANISM], '~all')).toBe(
      `v=spf1 mx ip4:192.0.2.1 ${MECHANISM} -all`,
    );
    expect(mergeSpf([`v=spf1 ${MECHANISM} ~all`], [MECHANISM], '~all')).toBe(`v=spf1 ${MECHANISM} ~all`);
    expect(mergeSpf(['v=spf1 a -all', 'v=spf1 mx ~all'], [MECHANISM], '~all')).toBe(`v=spf1 a mx ${MECHANISM} ~all`);
    expect(mergeSpf(['v=spf1 redirect=_spf.other.example'], [MECHANISM], '~all')).toBe(
      `v=spf1 ${MECHANISM} redirect=_spf.other.example`,
    );
  });

  it('merged twice is the same, and nothing wanted is missing', () => {
    const term = fc.constantFrom(
      'mx',
      'a',
      'ip4:192.0.2.7',
      'include:x.example',
      '~all',
      '-all',
      '?all',
      '+a',
      'exists:%{i}.x.example',
    );
    fc.assert(
      fc.property(fc.array(fc.array(term, { maxLength: 6 }), { maxLength: 3 }), (lists) => {
        const present = lists.map((terms) => ['v=spf1', ...terms].join(' '));
        const merged = mergeSpf(present, [MECHANISM], '~all');
        expect(missingMechanisms(merged, [MECHANISM])).toEqual([]);
        expect(mergeSpf([merged], [MECHANISM], '~all')).toBe(merged);
        const { terms } = readSpf(merged).record;
        expect(terms.at(-1)!.name).toBe('all');
        expect(terms.filter((t) => t.name === 'all')).toHaveLength(1);
      }),
    );
  });

  it('is counted with all it includes, and a circle ends', () => {
    const known = new Map([
      ['spf.one.example', 'v=spf1 include:spf.two.example a mx ~all'],
      ['spf.two.example', 'v=spf1 include:spf.one.example ip4:192.0.2.1 ~all'],
    ]);
    expect(countLookups('v=spf1 ip4:192.0.2.1 ~all', known)).toBe(0);
    expect(countLookups('v=spf1 include:spf.one.example ~all', known)).toBe(5);
  });

  it('names the records that have to be read with it, and none that depend on the message', () => {
    expect(
      spfReferences(
        'v=spf1 a include:Spf.oldmill-post.example include:%{d}.x.example redirect=_spf.harrowpost.example',
      ),
    ).toEqual(['spf.oldmill-post.example', '_spf.harrowpost.example']);
    expect(spfReferences('v=spf1 mx -all')).toEqual([]);
  });

  it('is told from other texts', () => {
    expect(isSpf('v=spf1 ~all')).toBe(true);
    expect(isSpf('v=spf10 ~all')).toBe(false);
    expect(isSpf('site-verification=1')).toBe(false);
  });
});

describe('the judgement of a record', () => {
  const spf = `v=spf1 ${MECHANISM} ~all`;
  const dkim = needed('dkim').value;
  const many = new Map(
    Array.from(
      { length: 11 },
      (_, i) => [`s${i}.example`, i < 10 ? `v=spf1 include:s${i + 1}.example ~all` : 'v=spf1 ~all'] as const,
    ),
  );

  it.each<[string, RecordKind, string[], Partial<JudgeContext & { ttl: number }>, string, RegExp]>([
    ['nothing', 'spf', [], {}, 'missing', /Not there yet/],
    ['other texts only', 'spf', ['site-verification=1'], {}, 'missing', /Not there yet/],
    ['the very one', 'spf', ['site-verification=1', spf], {}, 'exact', /As it should be/],
    ['more than needed', 'spf', [`v=spf1 mx ${MECHANISM} -all`], {}, 'good', /Allows the services/],
    ['two of them', 'spf', [spf, 'v=spf1 mx ~all'], {}, 'wrong', /2 SPF records/],
    ['without ours', 'spf', ['v=spf1 mx ~all'], {}, 'wrong', /does not hold include:spf\.harrowpost\.example/],
    ['ours after the end', 'spf', [`v=spf1 mx ~all ${MECHANISM}`], {}, 'wrong', /Nothing after ~all is read/],
    ['a term that is none', 'spf', [`v=spf1 ${MECHANISM} !x ~all`], {}, 'wrong', /“!x” is not a term/],
    [
      'eleven look-ups',
      'spf',
      [`v=spf1 ${MECHANISM} include:s0.example ~all`],
      { known: many },
      'wrong',
      /takes 12 look-ups/,
    ],
    ['quoted twice', 'spf', [`"${spf}"`], {}, 'wrong', /quotation marks/],
    [
      'the host entered twice',
      'dkim',
      [],
      { doubled: { values: [dkim] } },
      'wrong',
      /stands at lb1\._domainkey\.quillwick\.example\.quillwick\.example.*Enter the host as lb1\._domainkey only/,
    ],
    ['the very key', 'dkim', [dkim], {}, 'exact', /As it should be/],
    [
      'the key with spaces',
      'dkim',
      [dkim.replace('p=', 'p= ').replace('Ab9/', 'Ab9/ ')],
      {},
      'good',
      /The key is right/,
    ],
    ['a key cut in two', 'dkim', [dkim.slice(0, 255), dkim.slice(255)], {}, 'wrong', /cut in two/],
    ['a key cut in two, the other way round', 'dkim', [dkim.slice(255), dkim.slice(0, 255)], {}, 'wrong', /cut in two/],
    ['a key cut off', 'dkim', [dkim.slice(0, 255)], {}, 'wrong', /ends after \d+ of 392 characters/],
    ['a quoted key', 'dkim', [`"${dkim}"`], {}, 'wrong', /quotation marks/],
    ['a quoted key, with backslashes', 'dkim', [`\\"${dkim}\\"`], {}, 'wrong', /quotation marks/],
    ['backslashes', 'dkim', [dkim.replaceAll(';', '\\;')], {}, 'wrong', /backslashes/],
    ['another key', 'dkim', ['v=DKIM1; k=rsa; p=MIIBother'], {}, 'wrong', /another key/],
    [
      'an earlier key',
      'dkim',
      ['v=DKIM1; k=rsa; p=OLD'],
      { earlier: [{ selector: 'lb0', publicKey: 'OLD' }] },
      'wrong',
      /an earlier key/,
    ],
    ['a withdrawn key', 'dkim', ['v=DKIM1; p='], {}, 'wrong', /withdrawn/],
    ['two keys', 'dkim', [dkim, 'v=DKIM1; k=rsa; p=MIIBother'], {}, 'wrong', /2 records at this name/],
    ['the policy wanted', 'dmarc', ['v=DMARC1; p=quarantine'], {}, 'exact', /As it should be/],
    ['a stricter policy', 'dmarc', ['v=DMARC1; p=reject; rua=mailto:a@b.example'], {}, 'good', /Stricter/],
    ['a weaker policy', 'dmarc', ['v=DMARC1; p=none'], {}, 'good', /weaker policy/],
    ['no policy', 'dmarc', ['v=DMARC1; rua=mailto:a@b.example'], {}, 'wrong', /no policy/],
    ['two policies', 'dmarc', ['v=DMARC1; p=none', 'v=DMARC1; p=reject'], {}, 'wrong', /2 DMARC records/],
    ['not DMARC', 'dmarc', ['p=none'], {}, 'wrong', /begin with v=DMARC1/],
    ['the right way back', 'bounce-mx', ['10 libellus.quillwick.example'], {}, 'exact', /come back/],
    ['another priority', 'bounce-mx', ['5 libellus.quillwick.example'], {}, 'good', /come back/],
    ['another host', 'bounce-mx', ['10 mx.harrowpost.example'], {}, 'wrong', /leads to mx\.harrowpost\.example/],
    [
      'the domain added to the host',
      'bounce-mx',
      ['10 libellus.quillwick.example.quillwick.example'],
      {},
      'wrong',
      /Put a dot/,
    ],
    [
      'another host beside',
      'bounce-mx',
      ['10 libellus.quillwick.example', '20 mx.harrowpost.example'],
      {},
      'wrong',
      /also leads to/,
    ],
  ])('%s', (_what, kind, values, more, standing, words) => {
    const found = judge(kind, values, more);
    expect(found.standing).toBe(standing);
    expect(found.words).toMatch(words);
  });

  it('gives hints about what could be better', () => {
    expect(judge('spf', [spf], { ttl: 60 }).hints[0]).toMatch(/60 seconds/);
    expect(judge('spf', [`v=spf1 ${MECHANISM} +all`]).hints[0]).toMatch(/lets anybody send/);
    expect(judge('dmarc', ['v=DMARC1; p=none']).hints[0]).toMatch(/quarantine/);
    expect(judge('dkim', [`${dkim}; t=y`]).hints[0]).toMatch(/test/);
  });

  it('does not take silence for an answer', () => {
    expect(judgeRecord(needed('spf'), { values: [], failed: 'ETIMEOUT' }, context).standing).toBe('unanswered');
  });
});

it('what is needed holds what is there already', () => {
  expect(needed('spf', ['v=spf1 mx ~all', 'other']).value).toBe(`v=spf1 mx ${MECHANISM} ~all`);
});

it('a registrar page is given the part of the name it wants', () => {
  expect(hostPart('quillwick.example', 'quillwick.example')).toBe('@');
  expect(hostPart('_dmarc.quillwick.example', 'quillwick.example')).toBe('_dmarc');
});

it('looks come less often until all is good, then daily', () => {
  const waits = [1, 2, 3, 4, 5, 6, 7, 20].map((n) => nextLook(false, n));
  expect(waits).toEqual(waits.toSorted((a, b) => a - b));
  expect(nextLook(true, 1)).toBe(86_400_000);
});
