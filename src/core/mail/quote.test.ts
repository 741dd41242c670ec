import { withoutQuoteBelow } from './quote';

describe('a reply without what it quotes', () => {
  it.each([
    ['a quote below', 'Yes, please.\n\nLeonie\n\n> Do you want it?\n> We ask.\n', 'Yes, please.\n\nLeonie'],
    ['who wrote it', 'Yes.\n\nOn Friday Quillwick wrote:\n\n> Do you want it?', 'Yes.'],
    ['who wrote it, in two lines', 'Yes.\n\nAm Freitag schrieb\nQuillwick <a@b.example>:\n> Wollen Sie?', 'Yes.'],
    ['line ends of the wire', 'Yes.\r\n\r\n> No?\r\n', 'Yes.'],
    ['a quote that is answered', '> Which one?\nThe green one.', '> Which one?\nThe green one.'],
    ['nothing but a quote', '> Do you want it?', '> Do you want it?'],
    ['no quote', 'I want two things:\n\na green one', 'I want two things:\n\na green one'],
    ['nothing', '', ''],
  ])('leaves what was written: %s', (_what, text, own) => {
    expect(withoutQuoteBelow(text)).toBe(own);
  });
});
