declare module 'bidi-js' {
  interface Bidi {
    /** Levels of each UTF-16 code unit (UAX #9). */
    getEmbeddingLevels: (text: string, base?: 'ltr' | 'rtl' | 'auto') => { levels: Uint8Array };
    getMirroredCharacter: (character: string) => string | null;
  }
  export default function bidiFactory(): Bidi;
}
