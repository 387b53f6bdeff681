import ts from 'typescript';

/** What a program tells by its code: the codes it may be, and the names of the values it gives; undefined where some come from elsewhere. */
export interface ToldCode {
  readonly line: number;
  readonly codes: readonly string[];
  /** Beginnings of codes that are put together. */
  readonly begun: readonly string[];
  readonly values: readonly string[] | undefined;
}

const TELLS = /^(phrase|failure|told)$/;

/** Everything a program tells by `phrase` and `failure`. */
export function codesIn(fileName: string, source: string): ToldCode[] {
  const file = ts.createSourceFile(fileName, source, ts.ScriptTarget.Latest, true);
  const found: ToldCode[] = [];
  const visit = (node: ts.Node): void => {
    if (ts.isCallExpression(node) && TELLS.test(node.expression.getText()) && node.arguments.length > 0) {
      const [code, values] = node.arguments;
      const { line } = file.getLineAndCharacterOfPosition(node.getStart());
      found.push({ line: line + 1, ...codesOf(code), values: values ? namesOf(values) : [] });
    }
    ts.forEachChild(node, visit);
  };
  visit(file);
  return found;
}

function codesOf(code: ts.Expression): Pick<ToldCode, 'codes' | 'begun'> {
  if (ts.isStringLiteral(code)) return { codes: [code.text], begun: [] };
  if (ts.isTemplateExpression(code)) return { codes: [], begun: [code.head.text] };
  if (ts.isParenthesizedExpression(code)) return codesOf(code.expression);
  if (!ts.isConditionalExpression(code)) return { codes: [], begun: [] };
  const [yes, no] = [codesOf(code.whenTrue), codesOf(code.whenFalse)];
  return { codes: [...yes.codes, ...no.codes], begun: [...yes.begun, ...no.begun] };
}

function namesOf(values: ts.Expression): string[] | undefined {
  if (!ts.isObjectLiteralExpression(values)) return undefined;
  const names: string[] = [];
  for (const part of values.properties) {
    if (ts.isSpreadAssignment(part)) {
      const inner = namesOf(part.expression);
      if (!inner) return undefined;
      names.push(...inner);
    } else names.push(part.name!.getText());
  }
  return names;
}
