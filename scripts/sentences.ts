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
/** Fields of records whose text a person reads, be it one word. */
const READ_FIELDS = new Set([...READ, 'words', 'sentence', 'short', 'what', 'text']);
READ_FIELDS.delete('name');
/** Calls whose texts are for whoever mends the program. */
const FOR_MENDERS = /^(new )?(Error|RangeError|TypeError|DOMException|OutOfRange|ranged|console\.\w+|require|import)$/;
/** Names the program gives at first are kept as data, as those that are typed are. */
const GIVEN = /^givenName$/;
/** What a database reads. */
const SQL = /^\s*(SELECT|INSERT|UPDATE|DELETE|CREATE|DROP|ALTER|PRAGMA|BEGIN|WITH) /;

/** Calls that ask something of a text: what they are given is compared, not read. */
const ASKS = /\.(startsWith|endsWith|includes|split|closest|matches|querySelector(All)?|getContext|getAttribute)$/;
/** Calls whose first argument names keys. */
const KEYS = /^use(Hot)?[kK]eys?$/;

const letters = (text: string) => /\p{L}{2}/u.test(text);
/** A word beside what is put into a text: “run ${n}”. */
const BESIDE_VALUE = /(^|[ (])\p{Ll}{3,} \$\{|\} \p{Ll}{3,}/u;
/** Two words after one another, or one word that begins as a sentence does. */
const isSentence = (text: string) =>
  /([\p{L}’]{2,}[,:;]?|^an?) \p{L}{2,}/u.test(text.replace(/\$\{[^}]*\}/g, ' ')) ||
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
      if (
        isRead(node, text.replace(/\$\{[^}]*\}/g, ' ')) ||
        (BESIDE_VALUE.test(text) && !text.includes('<') && isShown(node))
      )
        take(node, text);
    }
    if (!isForMenders(node)) ts.forEachChild(node, visit);
  };
  visit(file);
  return found;
}

/** A name of a module, a type, a field. */
const isName = (node: ts.Node, { parent } = node) =>
  ts.isImportDeclaration(parent) ||
  ts.isExportDeclaration(parent) ||
  ts.isLiteralTypeNode(parent) ||
  ts.isExpressionStatement(parent) ||
  ts.isElementAccessExpression(parent) ||
  (ts.isPropertyAssignment(parent) && parent.name === node);

const isCompared = ({ parent }: ts.Node) =>
  ts.isCaseClause(parent) || (ts.isBinaryExpression(parent) && /^[!=]==?$/.test(parent.operatorToken.getText()));

function isRead(node: ts.Node, text: string): boolean {
  const { parent } = node;
  // a list in one text
  if (ts.isPropertyAccessExpression(parent) && parent.name.text === 'split') return false;
  // what is parted by hyphens is called so in the program
  if (/^\p{Ll}+(-\p{Ll}+)+$/u.test(text) || SQL.test(text) || isStyle(node)) return false;
  if (ts.isJsxAttribute(parent)) return READ.has(parent.name.getText()) ? letters(text) : isSentence(text);
  if (ts.isCallExpression(parent) && KEYS.test(parent.expression.getText()) && parent.arguments[0] === node)
    return false;
  if (isArgumentOfAsking(node)) return false;
  // a name of a field, and what is compared with one, is an id
  if (isName(node) || isCompared(node)) return false;
  if (letters(text) && shownBy(node)) return true;
  // a selector is none
  return !/[[\]=<>]/.test(text) && isSentence(text);
}

/** A template that is neither a name, nor compared, nor a style. */
const isShown = (node: ts.Node) => !isName(node) && !isCompared(node) && !isStyle(node) && !isArgumentOfAsking(node);

const isArgumentOfAsking = ({ parent }: ts.Node) =>
  ts.isCallExpression(parent) && ASKS.test(parent.expression.getText());

/** Whether a text is what a tag, a read attribute or a read field shows, be it one of a choice. */
function shownBy(node: ts.Node): boolean {
  let value = node;
  while (isChoice(value.parent, value)) value = value.parent;
  const { parent } = value;
  if (ts.isPropertyAssignment(parent)) return READ_FIELDS.has(parent.name.getText());
  if (!ts.isJsxExpression(parent)) return false;
  return ts.isJsxAttribute(parent.parent) ? READ.has(parent.parent.name.getText()) : true;
}

function isStyle(node: ts.Node): boolean {
  for (let at = node; !ts.isJsxElement(at) && !ts.isSourceFile(at); at = at.parent)
    if (ts.isJsxAttribute(at)) return at.name.getText() === 'style';
  return false;
}

function isChoice(parent: ts.Node, value: ts.Node): boolean {
  if (ts.isParenthesizedExpression(parent) || ts.isTemplateSpan(parent) || ts.isTemplateExpression(parent)) return true;
  if (ts.isConditionalExpression(parent)) return parent.condition !== value;
  return (
    ts.isBinaryExpression(parent) &&
    (parent.operatorToken.kind === ts.SyntaxKind.QuestionQuestionToken ||
      (parent.operatorToken.kind === ts.SyntaxKind.AmpersandAmpersandToken && parent.right === value))
  );
}

function isForMenders(node: ts.Node): boolean {
  if (ts.isNewExpression(node) || ts.isCallExpression(node)) {
    const called = node.expression.getText();
    return FOR_MENDERS.test(called) || GIVEN.test(called);
  }
  return ts.isTypeNode(node);
}

/** What a program calls its cases: texts of types, and of lists that are types. No person reads them as they are. */
export function idsIn(fileName: string, source: string): string[] {
  const file = ts.createSourceFile(fileName, source, ts.ScriptTarget.Latest, true, ts.ScriptKind.TS);
  const ids: string[] = [];
  const visit = (node: ts.Node): void => {
    if (ts.isLiteralTypeNode(node) && ts.isStringLiteral(node.literal)) ids.push(node.literal.text);
    if (ts.isAsExpression(node) && node.type.getText() === 'const' && ts.isArrayLiteralExpression(node.expression))
      ids.push(...node.expression.elements.filter(ts.isStringLiteral).map(({ text }) => text));
    ts.forEachChild(node, visit);
  };
  visit(file);
  return ids;
}

/** What takes a message and says it. */
const SAYS = /(Words|[iI]nWords|failureSaid)$/;

/** Places, as `file:line`, where a program says something while it loads: outside functions, or in one that is called at once for a list. */
export function saidAtLoad(fileName: string, source: string): string[] {
  const kind = fileName.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS;
  const file = ts.createSourceFile(fileName, source, ts.ScriptTarget.Latest, true, kind);
  const found: string[] = [];
  const calledAtOnce = (node: ts.Node) =>
    ts.isCallExpression(node.parent) &&
    node.parent.arguments.some((one) => one === node) &&
    /\.(map|flatMap|filter|reduce)$/.test(node.parent.expression.getText());
  const visit = (node: ts.Node): void => {
    if (ts.isClassDeclaration(node) || (ts.isFunctionLike(node) && !calledAtOnce(node))) return;
    if (ts.isCallExpression(node) && SAYS.test(node.expression.getText()))
      found.push(`${fileName}:${file.getLineAndCharacterOfPosition(node.getStart()).line + 1}`);
    ts.forEachChild(node, visit);
  };
  visit(file);
  return found;
}
