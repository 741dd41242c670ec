/** How a program of this project is run: compiled, when the command that was called made sure that it is; else from its source. */
import { existsSync } from 'node:fs';

/** Arguments of Node for a program by its TypeScript file, from the project's folder. */
export function programArguments(file: string): string[] {
  const compiled = `dist/${file.replace(/\.ts$/, '.js')}`;
  return process.env.LIBELLUS_COMPILED && existsSync(compiled)
    ? ['--enable-source-maps', compiled]
    : ['--import', 'tsx', file];
}
