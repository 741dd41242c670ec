/** The published schemas (JSON Schema) of what can be saved and taken in. */
import { LookSchema } from '@/core/look';
import { publishedSetSchema } from '@/core/sets';
import { TemplateSchema } from '@/core/template';

const SCHEMAS: Record<string, () => object> = {
  'template.json': () => ({ $schema: 'https://json-schema.org/draft/2020-12/schema', ...TemplateSchema }),
  'set.json': () => ({ $schema: 'https://json-schema.org/draft/2020-12/schema', ...publishedSetSchema() }),
  'look.json': () => ({
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'A look as a file',
    type: 'object',
    required: ['kind', 'version', 'look'],
    properties: {
      kind: { const: 'libellus look' },
      version: { const: 1 },
      name: { type: 'string' },
      look: LookSchema,
      pictures: {
        description: 'Pictures of the look by their path, in base64',
        type: 'object',
        additionalProperties: { type: 'string', contentEncoding: 'base64' },
      },
    },
  }),
};

export async function GET(_request: Request, { params }: { params: Promise<{ name: string }> }): Promise<Response> {
  const schema = SCHEMAS[(await params).name];
  if (!schema) return new Response('No such schema. There are template.json, look.json and set.json.', { status: 404 });
  return new Response(JSON.stringify(schema(), null, 2), {
    headers: { 'content-type': 'application/schema+json', 'cache-control': 'public, max-age=3600' },
  });
}
