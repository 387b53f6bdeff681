import ts from 'typescript';

/** A sentence, or part of one, that stands in a program: the line, and how it begins. */
export interface Sentence {
  readonly line: number;
  readonly text: string;
}

/** Attributes whose text a person reads, whatever it looks like. */
const READ = new Set([
  'label',
  'title',
  'alt',
  'placeholder',
  'helperText',
  'aria-label',
  'aria-description',
  'says',
  'name',
]);
/** Calls whose texts are for whoever mends the program. */
const FOR_MENDERS = /^(new )?(Error|RangeError|TypeError|DOMException|console\.\w+|require|import)$/;

/** Calls that ask something of a text: what they are given is compared, not read. */
const ASKS = /\.(startsWith|endsWith|includes|split|closest|matches|querySelector(All)?|getContext|getAttribute)$/;
/** Calls whose first argument names keys. */
const KEYS = /^use(Hot)?[kK]eys?$/;

const letters = (text: string) => /\p{L}{2}/u.test(text);
/** Two words after one another, or one word that begins as a sentence does. */
const isSentence = (text: string) =>
  /\p{L}{2,}[,:;]? \p{L}{2,}/u.test(text.replace(/\$\{[^}]*\}/g, ' ')) ||
  /^\p{Lu}\p{Ll}{2,}[.!?…]?$/u.test(text.trim());

/**
 * What a person would read in a program's source: text between tags, read attributes, and texts of two words and more. Names of types,
 * imports, cases of unions and messages of errors are none; nor are `ids`: what messages are called by.
 */
export function sentencesIn(fileName: string, source: string, ids: ReadonlySet<string> = new Set()): Sentence[] {
  const kind = fileName.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS;
  const file = ts.createSourceFile(fileName, source, ts.ScriptTarget.Latest, true, kind);
  const found: Sentence[] = [];
  const take = (node: ts.Node, text: string) =>
    found.push({ line: file.getLineAndCharacterOfPosition(node.getStart()).line + 1, text: text.trim().slice(0, 60) });
  const visit = (node: ts.Node): void => {
    if (ts.isJsxText(node)) {
      if (letters(node.text.replace(/&\w+;/g, ' '))) take(node, node.text);
    } else if (ts.isStringLiteralLike(node)) {
      if (!ids.has(node.text) && isRead(node, node.text)) take(node, node.text);
    } else if (ts.isTemplateExpression(node)) {
      const text = node.getText().slice(1, -1);
      if (isRead(node, text.replace(/\$\{[^}]*\}/g, ' '))) take(node, text);
    }
    if (!isForMenders(node)) ts.forEachChild(node, visit);
  };
  visit(file);
  return found;
}

function isRead(node: ts.Node, text: string): boolean {
  const { parent } = node;
  if (ts.isImportDeclaration(parent) || ts.isExportDeclaration(parent) || ts.isLiteralTypeNode(parent)) return false;
  if (ts.isExpressionStatement(parent)) return false;
  if (ts.isJsxAttribute(parent)) return READ.has(parent.name.getText()) ? letters(text) : isSentence(text);
  if (ts.isCallExpression(parent) && KEYS.test(parent.expression.getText()) && parent.arguments[0] === node)
    return false;
  if (ts.isCallExpression(parent) && ASKS.test(parent.expression.getText())) return false;
  // a name of a field, and what is compared with one, is an id
  if (ts.isPropertyAssignment(parent) && parent.name === node) return false;
  if (ts.isBinaryExpression(parent) && /^[!=]==?$/.test(parent.operatorToken.getText())) return false;
  if (ts.isCaseClause(parent) || ts.isElementAccessExpression(parent)) return false;
  // a selector is none
  return !/[[\]=<>]/.test(text) && isSentence(text);
}

function isForMenders(node: ts.Node): boolean {
  if (ts.isNewExpression(node) || ts.isCallExpression(node)) return FOR_MENDERS.test(node.expression.getText());
  return ts.isTypeNode(node);
}
