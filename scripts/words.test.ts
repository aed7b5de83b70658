import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from '@jest/globals';
import ts from 'typescript';

const root = join(import.meta.dirname, '..');

const retired = (/## Retired[^]*$/.exec(readFileSync(join(root, 'docs', 'words.md'), 'utf8'))?.[0] ?? '')
  .split('\n')
  .flatMap((line) => /^- (.+)$/.exec(line)?.[1] ?? []);

const escaped = (word: string) => word.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
/** A word with a capital is retired as it is written; others however they are. */
const patterns = retired.map((word) => ({
  word,
  found: new RegExp(`(?<![\\w-])${escaped(word)}(?![\\w-])`, /^[A-Z]\w+$/.test(word) ? '' : 'i'),
}));

/** Every piece of text in a source that somebody could read: with a blank or a capital, not what code calls things. */
function sentencesIn(path: string, text: string): readonly { readonly at: number; readonly text: string }[] {
  const source = ts.createSourceFile(
    path,
    text,
    ts.ScriptTarget.Latest,
    true,
    path.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS,
  );
  const found: { at: number; text: string }[] = [];
  const walk = (node: ts.Node): void => {
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node)) return;
    const isText =
      ts.isStringLiteralLike(node) ||
      ts.isJsxText(node) ||
      ts.isTemplateHead(node) ||
      ts.isTemplateMiddleOrTemplateTail(node);
    const words = isText ? node.text.replace(/\s+/g, ' ').trim() : '';
    if (/\s/.test(words) || /^[A-Z]/.test(words) || (ts.isJsxText(node) && words !== ''))
      found.push({ at: source.getLineAndCharacterOfPosition(node.getStart()).line + 1, text: words });
    ts.forEachChild(node, walk);
  };
  walk(source);
  return found;
}

const filesOf = (room: string) =>
  readdirSync(join(root, room), { recursive: true, encoding: 'utf8' })
    .filter((file) => /\.tsx?$/.test(file) && !/\.test\.|testing\/|migrations\.ts$/.test(file))
    .map((file) => join(room, file));

const retiredIn = (path: string, text: string) =>
  sentencesIn(path, text).flatMap(({ at, text: words }) =>
    patterns
      .filter(({ found }) => found.test(words))
      .map(({ word }) => `${path}:${at}: “${word}” in “${words.slice(0, 80)}”`),
  );

it.each(['web', 'core', 'server', 'contract'])('%s says nothing in retired words', (room) => {
  const files = filesOf(room);
  expect(files.length).toBeGreaterThan(10);
  expect(files.flatMap((file) => retiredIn(file, readFileSync(join(root, file), 'utf8')))).toEqual([]);
});

it('finds retired words in strings, templates and tags, and not in names of code', () => {
  const text = `
    const column = 'foretold';
    const a = 'A value is wanted.';
    const b = \`\${column} was foretold\`;
    export const c = <p>Leave it <b>anew</b></p>;`;
  expect(retired.length).toBeGreaterThan(20);
  expect(retiredIn('made-up.tsx', text).map((line) => /“(.+?)”/.exec(line)?.[1])).toEqual([
    'is wanted',
    'foretold',
    'Leave it',
    'anew',
  ]);
});
