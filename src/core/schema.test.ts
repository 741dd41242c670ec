import { Type } from '@sinclair/typebox';
import { checker, isMailAddress, placeWords } from './schema';

describe('problems in words', () => {
  const Shape = Type.Union([
    Type.Object({ kind: Type.Literal('circle'), radius: Type.Number({ minimum: 1 }) }, { additionalProperties: false }),
    Type.Object(
      { kind: Type.Literal('box'), width: Type.Number(), height: Type.Number() },
      { additionalProperties: false },
    ),
  ]);
  const check = checker(Type.Object({ shapes: Type.Array(Shape) }));
  const problems = (value: unknown) => {
    const checked = check(value);
    return checked.ok ? [] : checked.problems;
  };

  it('speak of the branch of a union that was meant', () => {
    expect(problems({ shapes: [{ kind: 'circle', radius: 0 }] })).toEqual([
      { path: '/shapes/0/radius', message: 'Enter a number of at least 1.' },
    ]);
    expect(problems({ shapes: [{ kind: 'box', width: 1 }] })).toEqual([
      { path: '/shapes/0/height', message: 'This is missing.' },
    ]);
  });

  it('say what a value could have been when it fits none', () => {
    expect(problems({ shapes: [{ kind: 'star' }] })).toEqual([
      { path: '/shapes/0/kind', message: 'Choose one of "circle", "box"; "star" is none of them.' },
    ]);
  });

  it('call an empty value empty, whatever form it should have had', () => {
    const address = checker(Type.Object({ to: Type.String({ format: 'mail-address' }) }));
    expect(address({ to: '' })).toEqual({
      ok: false,
      problems: [{ path: '/to', message: 'Enter an email address, such as anna@shop.example.' }],
    });
    // A number's field that was emptied.
    for (const radius of [null, Number.NaN]) {
      expect(problems({ shapes: [{ kind: 'circle', radius }] })).toEqual([
        { path: '/shapes/0/radius', message: 'Fill this in.' },
      ]);
    }
    expect(problems({ shapes: [{ kind: 'circle', radius: 'two' }] })).toEqual([
      { path: '/shapes/0/radius', message: 'Enter a number.' },
    ]);
  });

  it('name places as people count', () => {
    expect(placeWords('/lines/0/product/sku')).toBe('lines, entry 1, product, sku');
    expect(placeWords('')).toBe('the whole');
    expect(placeWords('/a~1b')).toBe('a/b');
  });
});

describe('mail addresses', () => {
  it.each(['anna@shop.example', 'a.b+c@sub.shop.example', "o'shea@shop.example", 'élodie@café.example'])(
    '%s is one',
    (a) => expect(isMailAddress(a)).toBe(true),
  );
  it.each([
    'anna',
    'anna@',
    '@shop.example',
    'anna@shop',
    'an na@shop.example',
    'a@b.example\r\nBcc: c@d.example',
    '.a@b.example',
    'a..b@c.example',
    'a@-b.example',
    `${'a'.repeat(65)}@b.example`,
    'a@b@c.example',
  ])('%j is none', (a) => expect(isMailAddress(a)).toBe(false));
});
