/** Mutants: sources in which one place says something else. A test that lets one live does not hold that place. */
import ts from "typescript";

export interface Mutant {
  readonly file: string;
  /** In UTF-16 code units of the file; `to` is excluded. */
  readonly from: number;
  readonly to: number;
  readonly put: string;
  readonly line: number;
  readonly what: string;
}

const opposite: Partial<Record<ts.SyntaxKind, string>> = {
  [ts.SyntaxKind.LessThanToken]: "<=",
  [ts.SyntaxKind.LessThanEqualsToken]: "<",
  [ts.SyntaxKind.GreaterThanToken]: ">=",
  [ts.SyntaxKind.GreaterThanEqualsToken]: ">",
  [ts.SyntaxKind.EqualsEqualsEqualsToken]: "!==",
  [ts.SyntaxKind.ExclamationEqualsEqualsToken]: "===",
  [ts.SyntaxKind.AmpersandAmpersandToken]: "||",
  [ts.SyntaxKind.BarBarToken]: "&&",
  [ts.SyntaxKind.PlusToken]: "-",
  [ts.SyntaxKind.MinusToken]: "+",
  [ts.SyntaxKind.AsteriskToken]: "/",
  [ts.SyntaxKind.PlusEqualsToken]: "-=",
  [ts.SyntaxKind.MinusEqualsToken]: "+=",
};

/** All mutants of a source. Types, imports and texts are left as they are. O(source). */
export function mutantsOf(file: string, source: string): Mutant[] {
  const tree = ts.createSourceFile(file, source, ts.ScriptTarget.Latest, true);
  const mutants: Mutant[] = [];
  const add = (node: ts.Node, put: string) => {
    const from = node.getStart(tree);
    const line = tree.getLineAndCharacterOfPosition(from).line + 1;
    const was = source.slice(from, node.end).split("\n")[0]!.slice(0, 60);
    mutants.push({ file, from, to: node.end, put, line, what: `${was} → ${put === "" ? "nothing" : put}` });
  };
  const visit = (node: ts.Node): void => {
    if (ts.isTypeNode(node) || ts.isInterfaceDeclaration(node) || ts.isImportDeclaration(node)) return;
    if (ts.isBinaryExpression(node)) {
      const put = opposite[node.operatorToken.kind];
      const isText = [node.left, node.right].some(
        (side) => ts.isStringLiteralLike(side) || ts.isTemplateExpression(side),
      );
      if (put && !(isText && node.operatorToken.kind === ts.SyntaxKind.PlusToken))
        add(node.operatorToken, put);
    } else if (ts.isIfStatement(node)) add(node.expression, "false");
    else if (ts.isConditionalExpression(node)) add(node.condition, "true");
    else if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.ExclamationToken) {
      add(node, source.slice(node.operand.getStart(tree), node.operand.end));
    } else if (ts.isNumericLiteral(node)) add(node, String(Number(node.text) + 1));
    else if (node.kind === ts.SyntaxKind.TrueKeyword) add(node, "false");
    else if (node.kind === ts.SyntaxKind.FalseKeyword) add(node, "true");
    else if (ts.isExpressionStatement(node)) add(node, "");
    ts.forEachChild(node, visit);
  };
  visit(tree);
  return mutants;
}

export function mutated(source: string, { from, to, put }: Mutant): string {
  return source.slice(0, from) + put + source.slice(to);
}
