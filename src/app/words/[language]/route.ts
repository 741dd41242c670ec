/**
 * The words of a language for the browser: a script, since they have to be there before the first screen is made. At `/words/reader`
 * those of whoever asks, as JSON.
 */
import { isLanguage } from '@/words/choice';
import { readerLanguage } from '@/words/speak';
import { wordsVersion } from '@/app/words-version';

export async function GET(request: Request, { params }: { params: Promise<{ language: string }> }): Promise<Response> {
  const { language } = await params;
  const speech = globalThis.libellusSpeech;
  if (language === 'reader') {
    const reader = readerLanguage();
    return Response.json(
      { language: reader, words: speech?.translations[reader] },
      { headers: { 'cache-control': 'no-store' } },
    );
  }
  const words = isLanguage(language) ? speech?.translations[language] : undefined;
  if (!words || !isLanguage(language)) return new Response('No such language.', { status: 404 });
  const speak = `globalThis.libellusSpeech={language:()=>${JSON.stringify(language)},translations:{${JSON.stringify(language)}:${JSON.stringify(words)}}};`;
  const lasting = new URL(request.url).searchParams.get('v') === wordsVersion(language);
  return new Response(speak, {
    headers: {
      'content-type': 'text/javascript; charset=utf-8',
      'cache-control': lasting ? 'public, max-age=31536000, immutable' : 'no-cache',
    },
  });
}
