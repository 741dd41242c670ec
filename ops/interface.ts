/** The public interface for programs: its description linted, and its types as TypeScript. `examples/client.ts` stands on them. */
import { createConfig, lintFromString, type NormalizedProblem } from '@redocly/openapi-core';
import openapiTS, { astToString } from 'openapi-typescript';
import { openApi } from '../src/server/api/openapi';

const HEAD = '/** Made from the description of the interface: see `tests/unit/interface.test.ts`. Do not edit. */\n';

/** What a linter of OpenAPI finds wrong with the description, as sentences with their places. */
export async function interfaceProblems(): Promise<string[]> {
  const config = await createConfig({
    extends: ['recommended'],
    // There is no licence to name, and each answer of 4xx is described by one shape.
    rules: { 'info-license': 'off', 'info-license-url': 'off', 'no-server-example.com': 'off' },
  });
  const source = JSON.stringify(openApi('https://libellus.quillwick.example'));
  const problems = await lintFromString({ source, config, absoluteRef: 'openapi.json' });
  return problems.map((p: NormalizedProblem) => `${p.ruleId}: ${p.message} (${p.location[0]?.pointer ?? ''})`);
}

/** The types of the interface, as `examples/libellus.d.ts` has them. */
export async function interfaceTypes(): Promise<string> {
  const ast = await openapiTS(JSON.stringify(openApi('https://libellus.quillwick.example')));
  return HEAD + astToString(ast);
}
