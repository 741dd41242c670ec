import { adaptedOf, letterTemplate, partKey, readKept, withSegment } from '@/ui/writing/letter';
import type { LetterPart } from '@/contract/letters';

const part: LetterPart = {
  editionId: 'e1',
  language: 'en',
  version: '',
  template: {
    version: 1,
    blocks: [{ id: 'say', kind: 'text' }],
    words: { en: { subject: 'A word', say: 'as published' } },
  },
  to: [{ order: 'QW-1', address: 'a@b.example', name: '', role: 'customer' }],
};

describe('the words of a letter', () => {
  it('keep only what differs from what was published', () => {
    const typed = withSegment({}, part, 'say', 'for you');
    expect(adaptedOf([part], typed)).toEqual([{ editionId: 'e1', language: 'en', words: { say: 'for you' } }]);
    expect(letterTemplate(part, typed).words.en).toEqual({ subject: 'A word', say: 'for you' });
    // Typed back, nothing is left of it.
    expect(withSegment(typed, part, 'say', 'as published')).toEqual({});
    expect(adaptedOf([part], {})).toEqual([]);
  });

  it('come back from where the window kept them, without what no longer fits', () => {
    const kept = JSON.stringify({ [partKey(part)]: { say: 'kept', gone: 'x', subject: 7 }, 'other en': { say: 'y' } });
    expect(readKept(kept, [part])).toEqual({ [partKey(part)]: { say: 'kept' } });
    expect(readKept('{broken', [part])).toEqual({});
    expect(readKept(null, [part])).toEqual({});
  });
});
