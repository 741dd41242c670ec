/**
 * Which kinds of files may go with a message, told by their bytes, and what a file is called in it. Kinds that mail hosts turn away or
 * that run when they are opened are not among them.
 */

/** Media types (RFC 6838) that are taken, each with the ending of its files' names. */
export const FILE_KINDS = {
  'application/pdf': 'pdf',
  'image/png': 'png',
  'image/jpeg': 'jpg',
  'image/gif': 'gif',
  'image/webp': 'webp',
  'image/avif': 'avif',
  'image/heic': 'heic',
  'image/tiff': 'tif',
  'application/vnd.openxmlformats-officedocument.wordprocessingml.document': 'docx',
  'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet': 'xlsx',
  'application/vnd.openxmlformats-officedocument.presentationml.presentation': 'pptx',
  'application/vnd.oasis.opendocument.text': 'odt',
  'application/vnd.oasis.opendocument.spreadsheet': 'ods',
  'application/vnd.oasis.opendocument.presentation': 'odp',
  'application/epub+zip': 'epub',
  'application/rtf': 'rtf',
  'audio/mpeg': 'mp3',
  'audio/mp4': 'm4a',
  'audio/ogg': 'ogg',
  'video/mp4': 'mp4',
  'text/plain': 'txt',
  'text/csv': 'csv',
  'text/calendar': 'ics',
  'text/vcard': 'vcf',
} as const;
export type FileKind = keyof typeof FILE_KINDS;

export const isFileKind = (type: string): type is FileKind => Object.hasOwn(FILE_KINDS, type);

/** Other endings that files of a kind have by right. */
const ALSO: Partial<Record<FileKind, readonly string[]>> = {
  'image/jpeg': ['jpeg'],
  'image/tiff': ['tiff'],
  'text/plain': ['text', 'md', 'log'],
};

/** Endings by which a computer runs what it opens, or shows it as a page. */
const RUNS = [
  ...['exe', 'com', 'scr', 'pif', 'cpl', 'dll', 'msi', 'msp', 'bat', 'cmd', 'ps1', 'vbs', 'vbe', 'js', 'mjs', 'jse'],
  ...['wsf', 'wsh', 'hta', 'reg', 'lnk', 'url', 'jar', 'app', 'sh', 'command', 'desktop', 'apk', 'dmg', 'iso', 'img'],
  ...['html', 'htm', 'xhtml', 'svg', 'xml', 'docm', 'xlsm', 'pptm', 'zip', 'rar', '7z', 'gz', 'tar'],
];

/** Why a file is not taken. */
export type Unwanted = 'program' | 'archive' | 'macros' | 'page' | 'unknown';

/** A media type as it was told by the bytes, as one of ours, or why it is not taken. */
export function kindOfType(type: string | undefined): FileKind | Unwanted {
  if (type === undefined) return 'unknown';
  if (isFileKind(type)) return type;
  if (type === 'audio/x-m4a') return 'audio/mp4';
  if (type === 'video/x-m4v') return 'video/mp4';
  if (type === 'audio/opus') return 'audio/ogg';
  if (/macroenabled/i.test(type)) return 'macros';
  if (/msdownload|executable|x-elf|mach-binary|x-msi|x-ms-shortcut|java|x-deb|android/i.test(type)) return 'program';
  if (/zip|rar|7z|compressed|x-tar|x-xz|x-bzip|x-lz|iso9660|cab|dmg|archive/i.test(type)) return 'archive';
  return /html|svg|xml/i.test(type) ? 'page' : 'unknown';
}

const endingOf = (name: string): string => /\.([^.]{1,10})$/.exec(name)?.[1]?.toLowerCase() ?? '';

/** The kind of a file that is text, by how it begins and what it is called; or why it is not taken. */
export function kindOfText(text: string, name: string): FileKind | Unwanted {
  // Tabs, line ends and form feeds are text; other control characters are not.
  if (/[\u0000-\u0008\u000b\u000e-\u001f]/.test(text)) return 'unknown';
  const start = text
    .replace(/^\ufeff/, '')
    .trimStart()
    .slice(0, 2_000);
  if (/^(<!doctype|<\?xml|<(html|head|body|svg|script|style|iframe)\b)/i.test(start)) return 'page';
  if (start.startsWith('#!')) return 'program';
  if (/^begin:vcalendar/i.test(start)) return 'text/calendar';
  if (/^begin:vcard/i.test(start)) return 'text/vcard';
  const ending = endingOf(name);
  if (RUNS.includes(ending)) return /^(html?|xhtml|svg|xml)$/.test(ending) ? 'page' : 'program';
  return ending === 'csv' ? 'text/csv' : 'text/plain';
}

/** Characters that turn the direction of what follows, or cannot be seen: they make `exe` look like `pdf`. */
const UNSEEN = /[\u0000-\u001f\u007f-\u009f\u061c\u200b\u200e\u200f\u2028-\u202e\u2060-\u206f\ufeff]/g;

const LONGEST = 100;

/**
 * What a file is called in a message (RFC 2183, 2.3): the last part of a path, in any script, without what cannot be seen or what a
 * file system refuses, and with the ending of its kind.
 */
export function fileNameFor(name: string, kind: FileKind): string {
  const last = name.slice(Math.max(name.lastIndexOf('/'), name.lastIndexOf('\\')) + 1);
  let stem = last
    .normalize('NFC')
    .replace(UNSEEN, '')
    .replace(/["<>:|?*]/g, '-')
    .replace(/\s+/g, ' ')
    .trim();
  const own = [FILE_KINDS[kind], ...(ALSO[kind] ?? [])] as readonly string[];
  const ending = own.includes(endingOf(stem)) ? endingOf(stem) : own[0]!;
  const others = [...Object.values(FILE_KINDS), ...Object.values(ALSO).flat(), ...RUNS] as readonly string[];
  while (others.includes(endingOf(stem))) stem = stem.slice(0, stem.lastIndexOf('.'));
  stem = [...stem.replace(/^[.\s]+|[.\s]+$/g, '')].slice(0, LONGEST).join('').trim();
  return `${stem || 'file'}.${ending}`;
}
