import { attachmentsFor, encodedBytes, fileNameFor, kindOfText, kindOfType, roomOf, weigh, type Attachment } from '.';

describe('the kind of a file', () => {
  it.each([
    ['application/pdf', 'application/pdf'],
    ['application/x-msdownload', 'program'],
    ['application/x-elf', 'program'],
    ['application/zip', 'archive'],
    ['application/vnd.ms-word.document.macroenabled.12', 'macros'],
    ['image/svg+xml', 'page'],
    ['audio/x-m4a', 'audio/mp4'],
    [undefined, 'unknown'],
  ])('%s by its bytes is %s', (type, kind) => expect(kindOfType(type)).toBe(kind));

  it.each([
    ['<!doctype html><p>x', 'guide.txt', 'page'],
    ['\ufeff  <svg xmlns="x"/>', 'a.txt', 'page'],
    ['#!/bin/sh\nrm', 'guide.txt', 'program'],
    ['start calc', 'guide.bat', 'program'],
    ['BEGIN:VCALENDAR\r\n', 'x', 'text/calendar'],
    ['a;b\n1;2', 'prices.CSV', 'text/csv'],
    ['Fold along the grain.', 'guide', 'text/plain'],
    ['a\u0000b', 'x.txt', 'unknown'],
  ])('of text %j called %s is %s', (text, name, kind) => expect(kindOfText(text, name)).toBe(kind));
});

describe('the name of a file', () => {
  it.each([
    ['Falzanleitung für Kozo.pdf', 'Falzanleitung für Kozo.pdf'],
    ['折り方.PDF', '折り方.pdf'],
    ['../../etc/passwd', 'passwd.pdf'],
    ['C:\\Users\\pia\\guide.pdf', 'guide.pdf'],
    ['guide.pdf.exe', 'guide.pdf'],
    ['guide\r\nBcc: x@y.example.pdf', 'guideBcc- x@y.example.pdf'],
    ['invoice\u202efdp.exe', 'invoicefdp.pdf'],
    ['v1.2', 'v1.2.pdf'],
    ['...', 'file.pdf'],
    ['a"b<c>:d|e?f*.pdf', 'a-b-c--d-e-f-.pdf'],
  ])('%j becomes %j', (name, expected) => expect(fileNameFor(name, 'application/pdf')).toBe(expected));

  it('keeps another ending of its kind, and has at most 100 characters before it', () => {
    expect(fileNameFor('board.JPEG', 'image/jpeg')).toBe('board.jpeg');
    expect([...fileNameFor('本'.repeat(300), 'text/plain')]).toHaveLength(104);
  });
});

describe('the size of a message', () => {
  it('counts what base64 and its lines add', () => {
    const encoded = Buffer.alloc(100_000)
      .toString('base64')
      .replace(/.{1,76}/g, '$&\r\n');
    expect(encodedBytes(100_000) - encoded.length).toBe(400);
  });

  it('follows the smallest service, and what is usual where none said', () => {
    expect(roomOf([])).toBe(10_000_000);
    expect(roomOf([undefined, 35_000_000])).toBe(10_000_000);
    expect(roomOf([35_000_000, 50_000_000])).toBe(25_000_000);
    expect(roomOf([1_000_000, 50_000_000])).toBe(1_000_000);
  });

  it('says whether files fit', () => {
    expect(weigh([{ bytes: 500_000 }], 1_000_000)).toMatchObject({ most: 700_000, fits: true });
    expect(weigh([{ bytes: 300_000 }, { bytes: 300_000 }], 1_000_000).fits).toBe(false);
  });
});

it('an attachment goes with the languages and orders it is for', () => {
  const facts = {
    guest: true,
    firstOrder: false,
    channel: 'shop',
    country: 'DE',
  } as unknown as Parameters<typeof attachmentsFor>[1];
  const file = { digest: 'a'.repeat(64), name: 'guide.pdf', type: 'application/pdf', bytes: 10 };
  const all: Attachment[] = [
    { id: 'f1', kind: 'file', file },
    { id: 'f2', kind: 'file', file, languages: ['de'] },
    { id: 'f3', kind: 'calendar', when: { match: 'all', tests: [{ about: 'customer', is: 'account' }] } },
    { id: 'f4', kind: 'delivery-note', when: { match: 'all', tests: [{ about: 'customer', is: 'guest' }] } },
  ];
  const ids = (language: string): string[] => attachmentsFor(all, facts, language).map((a) => a.id);
  expect(ids('en')).toEqual(['f1', 'f4']);
  expect(ids('de')).toEqual(['f1', 'f2', 'f4']);
  expect(attachmentsFor(undefined, facts, 'en')).toEqual([]);
});
