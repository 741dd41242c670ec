import fc from 'fast-check';
import { quotedPrintable } from './quoted-printable';

const encoded = (text: string): string => Buffer.from(quotedPrintable(text)).toString('latin1');

/** As RFC 2045 says it is read. */
function decoded(body: string): string {
  const bytes = body
    .replace(/=\r\n/g, '')
    .replace(/=([0-9A-F]{2})/g, (_, hex: string) => String.fromCharCode(parseInt(hex, 16)));
  return Buffer.from(bytes, 'latin1').toString('utf8');
}

describe('quoted-printable', () => {
  it.each([
    ['a plain line', 'a plain line'],
    ['a = b', 'a =3D b'],
    ['Grüße', 'Gr=C3=BC=C3=9Fe'],
    ['ends in a space \nand a tab\t', 'ends in a space=20\r\nand a tab=09'],
    ['one\ntwo\r\nthree\rfour', 'one\r\ntwo\r\nthree\r\nfour'],
    ['', ''],
  ])('writes %j as %j', (text, expected) => expect(encoded(text)).toBe(expected));

  it('gives back any text, in lines of at most 76, cutting no character', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 400 }), (text) => {
        const lines = encoded(text).split('\r\n');
        expect(decoded(lines.join('\r\n'))).toBe(text.replace(/\r\n|\r|\n/g, '\r\n'));
        for (const line of lines) {
          expect(line.length).toBeLessThanOrEqual(76);
          expect(line).toMatch(/^[\t\x20-\x7e]*$/);
          expect(line).not.toMatch(/[ \t]$/);
          expect(decoded(line.replace(/=$/, ''))).not.toContain('\ufffd');
        }
      }),
    );
  });
});
