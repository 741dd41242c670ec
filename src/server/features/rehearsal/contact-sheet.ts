/** All pictures of a run on paper: to hand to whoever is to look at every message. A4 (ISO 216), by pdfkit. */
import { and, asc, eq } from 'drizzle-orm';
import PDFDocument from 'pdfkit';
import sharp from 'sharp';
import { languageName } from '@/core/names';
import { PICTURE_FORM_WORDS, type PictureForm } from '@/core/rehearsal/pictures';
import { BAD } from '@/contract/rehearsal';
import { say } from '@/words/rehearsal';
import { readerLocale } from '@/words/speak';
import type { Access } from '../../auth/access';
import { AppError } from '../../base/errors';
import { database } from '../../db/client';
import { rehearsalLives, rehearsalMessages, rehearsalPictures } from '../../db/schema';
import { PdfText, type TextStyle } from '../../sending/pdf-text';
import { namesOf, rowView, runOf } from './rehearsal';

const PAGE = { width: 595.28, height: 841.89 };
const MARGIN = 32;
const GAP = 12;
const COLUMNS = 4;
const ROWS = 4;
const TOP = 62;
const CELL = {
  width: (PAGE.width - 2 * MARGIN - (COLUMNS - 1) * GAP) / COLUMNS,
  height: (PAGE.height - TOP - MARGIN - (ROWS - 1) * GAP) / ROWS,
};
/** Of a cell, for what is said below a picture. */
const CAPTION = 34;
/** Dots of a picture for each point of the page. */
const DENSITY = 2.6;
/** Pictures made small at a time. */
const AT_ONCE = 8;

const TITLE: TextStyle = { font: 'bookish bold', size: 13, colour: '#11262a' };
const QUIET: TextStyle = { font: 'plain', size: 8, colour: '#4b5b5f' };
const NAME: TextStyle = { font: 'plain bold', size: 6.8, colour: '#11262a' };
const FACTS: TextStyle = { font: 'plain', size: 6.8, colour: '#4b5b5f' };

export interface SheetOf {
  number: number;
  form: PictureForm;
  /** Of readers who want this language; of all without it. */
  language?: string;
}

/** The bytes of the PDF. Throws `not-found` for a run that is not there, and `conflict` for one without pictures. */
export async function contactSheet(access: Access, { number, form, language }: SheetOf): Promise<Buffer> {
  const { store } = access;
  const run = (await runOf(access, number))!;
  const [names, rows] = await Promise.all([
    namesOf(access),
    database()
      .select({ message: rehearsalMessages, order: rehearsalLives.number })
      .from(rehearsalMessages)
      .innerJoin(
        rehearsalPictures,
        and(
          eq(rehearsalPictures.storeId, store.id),
          eq(rehearsalPictures.seen, rehearsalMessages.seen),
          eq(rehearsalPictures.form, form),
        ),
      )
      .innerJoin(
        rehearsalLives,
        and(
          eq(rehearsalLives.rehearsalId, rehearsalMessages.rehearsalId),
          eq(rehearsalLives.place, rehearsalMessages.place),
        ),
      )
      .where(
        and(
          eq(rehearsalMessages.rehearsalId, run.id),
          language === undefined ? undefined : eq(rehearsalMessages.wanted, language),
        ),
      )
      .orderBy(
        asc(rehearsalMessages.notificationId),
        asc(rehearsalMessages.wanted),
        asc(rehearsalMessages.variantId),
        asc(rehearsalMessages.id),
      ),
  ]);
  if (rows.length === 0) throw new AppError('conflict', say.noPicturesYet);
  const doc = new PDFDocument({
    ...{ size: 'A4', margin: 0, autoFirstPage: false, lang: readerLocale() },
    info: { Title: say.sheetTitle({ number, store: store.name }), Author: store.name },
  });
  const chunks: Buffer[] = [];
  doc.on('data', (chunk: Buffer) => chunks.push(chunk));
  const ended = new Promise<void>((resolve) => doc.on('end', resolve));
  const text = new PdfText(doc, 'ltr');
  const day = new Intl.DateTimeFormat(readerLocale(), { dateStyle: 'long', timeZone: store.timeZone }).format(
    run.askedAt,
  );
  for (let first = 0; first < rows.length; first += AT_ONCE) {
    const some = rows.slice(first, first + AT_ONCE);
    const pictures = await Promise.all(some.map(({ message }) => small(store.id, message.seen!, form)));
    for (const [i, { message, order }] of some.entries()) {
      const place = first + i;
      if (place % (COLUMNS * ROWS) === 0) {
        doc.addPage();
        text.line(say.sheetTitle({ number, store: store.name }), TITLE, { x: MARGIN, y: 26, width: PAGE.width });
        const n = rows.length;
        text.line([day, PICTURE_FORM_WORDS[form], say.nMessages({ n })].join(' · '), QUIET, {
          x: MARGIN,
          y: 44,
          width: PAGE.width,
        });
      }
      const x = MARGIN + (place % COLUMNS) * (CELL.width + GAP);
      const y = TOP + (Math.floor(place / COLUMNS) % ROWS) * (CELL.height + GAP);
      const { bytes, height } = pictures[i]!;
      doc.image(bytes, x, y, { width: CELL.width });
      doc.lineWidth(0.5).rect(x, y, CELL.width, height).stroke('#c9d3d5');
      const view = rowView(message, names, new Map());
      const facts = [languageName(message.wanted), order, ...(BAD.includes(message.outcome) ? [say.toBeFixed] : [])];
      const title = view.version ? `${view.notification}, ${view.version}` : view.notification;
      const below = y + height + 4;
      const lines = text.lines(title, NAME, CELL.width).slice(0, 2);
      lines.forEach((line, l) => text.line(line, NAME, { x, y: below + l * 8.6, width: CELL.width }));
      text.line(facts.filter(Boolean).join(' · '), FACTS, { x, y: below + lines.length * 8.6, width: CELL.width });
    }
  }
  doc.end();
  await ended;
  return Buffer.concat(chunks);
}

/** The upper part of a picture, as small as the page shows it, and how high it is there. */
async function small(storeId: string, seen: string, form: PictureForm): Promise<{ bytes: Buffer; height: number }> {
  const [row] = await database()
    .select({ bytes: rehearsalPictures.bytes })
    .from(rehearsalPictures)
    .where(
      and(eq(rehearsalPictures.storeId, storeId), eq(rehearsalPictures.seen, seen), eq(rehearsalPictures.form, form)),
    );
  const width = Math.round(CELL.width * DENSITY);
  const most = Math.round((CELL.height - CAPTION) * DENSITY);
  const whole = await sharp(row!.bytes).resize({ width }).toBuffer({ resolveWithObject: true });
  const height = Math.min(whole.info.height, most);
  const bytes = await sharp(whole.data).extract({ left: 0, top: 0, width, height }).jpeg({ quality: 72 }).toBuffer();
  return { bytes, height: height / DENSITY };
}
