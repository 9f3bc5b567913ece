/** What a person reads is words: no text of the interface, shown often or seldom, holds a name of the code. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseSync } from '@swc/core';

const SOURCES = join(import.meta.dirname, '..');
const files = (readdirSync(SOURCES, { recursive: true }) as string[]).filter((file) => file.endsWith('.tsx'));

/** Text between tags, and whatever else is a sentence. */
function textsOf(source: string): string[] {
  const texts: string[] = [];
  const walk = (node: unknown): void => {
    if (node === null || typeof node !== 'object') return;
    const { type, value, raw } = node as { type?: string; value?: unknown; raw?: unknown };
    if (type === 'JSXText') texts.push(String(value));
    if (type === 'StringLiteral' && /\w \w/.test(String(value))) texts.push(String(value));
    if (type === 'TemplateElement' && /\w \w/.test(String(raw))) texts.push(String(raw));
    Object.values(node).forEach(walk);
  };
  walk(parseSync(source, { syntax: 'typescript', tsx: true }));
  return texts;
}

test.each(files)('%s', (file) => {
  const texts = textsOf(readFileSync(join(SOURCES, file), 'utf8'));
  expect(texts.flatMap((text) => text.match(/\b[A-Za-z][a-z]{2,}[A-Z][a-z]{2,}\w*/g) ?? [])).toEqual([]);
});
