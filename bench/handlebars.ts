/** The same HTML as a Handlebars template, made from our own skeleton, so that both fill exactly the same page. */
import { parseSource, type Pattern } from '../src/core/text';
import { segmentsOf, type Phrasebook, type Segments, type Template } from '../src/core/template';
import type { Node, Skeleton } from '../src/core/render';
import { wordsOfLook } from '../src/core/look';

/** Handlebars source for a skeleton with its words. Values are expected ready-made, as strings: no formatting is left to do. */
export function handlebarsSource(
  skeleton: Skeleton,
  template: Template,
  words: Segments,
  phrasebook: Phrasebook,
  language: string,
): string {
  const forms = new Map(segmentsOf(template).map((s) => [s.id, s.form]));
  const pattern = (source: string): Pattern => {
    const parsed = parseSource(source);
    if (!parsed.ok || parsed.message.type !== 'message') throw new Error('The benchmark uses words with one form.');
    return parsed.message.pattern;
  };
  const wordsHtml = (source: string, form: string): string => {
    const parts = pattern(source);
    const paragraphs = parts.filter(
      (p) => typeof p !== 'string' && p.type === 'markup' && p.name === 'p' && p.kind === 'open',
    ).length;
    let at = 0;
    return parts
      .map((part) => {
        if (typeof part === 'string') return part.replaceAll('\n', form === 'paragraphs' ? '<br>' : ' ');
        if (part.type === 'expression') return part.arg?.type === 'variable' ? `{{v.${key(part.arg.name)}}}` : '';
        if (part.name === 'br') return '<br>';
        if (part.name === 'p') {
          if (part.kind === 'close') return '</p>';
          at += 1;
          return `<p style="${at === paragraphs ? skeleton.lastParagraphStyle : skeleton.paragraphStyle}">`;
        }
        return part.kind === 'close'
          ? `</${part.name === 'b' ? 'strong' : 'em'}>`
          : `<${part.name === 'b' ? 'strong' : 'em'}>`;
      })
      .join('');
  };
  const of = (nodes: readonly Node[]): string =>
    nodes
      .map((node): string => {
        if (typeof node === 'string') return node;
        switch (node.kind) {
          case 'words':
            return wordsHtml(words[node.segment] ?? '', forms.get(node.segment) ?? 'line');
          case 'phrase':
            return wordsHtml(phrasebook[node.phrase], 'line');
          case 'code':
            return node.code;
          case 'suggestion':
          case 'order':
            return '';
          case 'language':
            return language;
          case 'look':
            return wordsOfLook(language, node.own, node.others);
          case 'subject':
          case 'preheader':
            return `{{${node.kind}}}`;
          case 'href':
            return '{{link}}';
          case 'line':
            return `{{${node.field === 'alt' ? 'name' : node.field}}}`;
          case 'total':
            return `{{${node.field}}}`;
          case 'value':
            return `{{${key(node.name)}}}`;
          case 'alt':
          case 'asset':
          case 'note':
          case 'download':
          case 'transferCode':
            throw new Error('The template of the benchmark has no such part.');
          case 'addressLine':
            return '{{this}}';
          case 'each':
            return `{{#each ${node.range}}}${of(node.inner)}{{/each}}`;
          case 'if': {
            const { gate } = node;
            // Words that can be empty: those of the benchmark never are.
            if ('words' in gate) return of(node.inner);
            if ('has' in gate) return `{{#if ${gate.has}}}${of(node.inner)}{{/if}}`;
            if ('link' in gate) return `{{#if link}}${of(node.inner)}{{/if}}`;
            if ('line' in gate) return `{{#if ${gate.line}}}${of(node.inner)}{{/if}}`;
            if ('pictures' in gate) return `{{#if pictured}}${of(node.inner)}{{/if}}`;
            if (!('strong' in gate)) throw new Error('The template of the benchmark has no such part.');
            return gate.strong
              ? `{{#if strong}}${of(node.inner)}{{/if}}`
              : `{{#unless strong}}${of(node.inner)}{{/unless}}`;
          }
        }
      })
      .join('');
  return of(skeleton.nodes);
}

/** A placeholder's name as a Handlebars key. */
export function key(name: string): string {
  return name.replace('.', '_');
}
