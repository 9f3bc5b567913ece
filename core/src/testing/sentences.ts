/** Texts of the source that read as sentences, by the syntax tree. */
import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { parseSync } from '@swc/core';

const CORE = join(import.meta.dirname, '..');

export interface Sentence {
  file: string;
  text: string;
}

/** Two words one after the other, and a third: a name, an id or a unit has fewer. */
const THREE_WORDS = /[a-z’] [a-z]+ [a-z]/i;

/** @param folder from the core's source, searched to its end; tests and their helpers are left out */
export function sentencesIn(folder: string): Sentence[] {
  const root = join(CORE, folder);
  return (readdirSync(root, { recursive: true }) as string[])
    .filter((file) => /\.tsx?$/.test(file) && !/\.test\.tsx?$/.test(file))
    .map((file) => join(root, file))
    .filter((file) => !relative(CORE, file).startsWith('testing'))
    .flatMap((file) => textsOf(file).map((text) => ({ file: relative(CORE, file), text })))
    .filter(({ text }) => THREE_WORDS.test(text));
}

function textsOf(file: string): string[] {
  const texts: string[] = [];
  const walk = (node: unknown): void => {
    if (node === null || typeof node !== 'object') return;
    const { type, value, quasis } = node as {
      type?: string;
      value?: unknown;
      quasis?: { raw: string }[];
    };
    if (type === 'ImportDeclaration') return;
    if (type === 'StringLiteral') texts.push(String(value));
    if (type === 'JSXText') texts.push(String(value).replace(/\s+/g, ' ').trim());
    if (type === 'TemplateLiteral') texts.push((quasis ?? []).map(({ raw }) => raw).join('…'));
    Object.values(node).forEach(walk);
  };
  walk(parseSync(readFileSync(file, 'utf8'), { syntax: 'typescript', tsx: file.endsWith('x') }).body);
  return texts;
}
