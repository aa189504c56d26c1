import ts from 'typescript';
import { readFileSync, writeFileSync } from 'node:fs';
for (const file of process.argv.slice(2)) {
  let text = readFileSync(file, 'utf8'); let n = 0;
  for (;;) {
    const sf = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
    let hit: ts.CallExpression | null = null;
    const visit = (node: ts.Node) => {
      if (hit) return;
      if (ts.isCallExpression(node) && ts.isPropertyAccessExpression(node.expression) && node.expression.name.text === 'check' && /Check$/.test(node.expression.expression.getText())) { hit = node; return; }
      ts.forEachChild(node, visit);
    };
    visit(sf);
    if (!hit) break;
    const h = hit as ts.CallExpression; const pa = h.expression as ts.PropertyAccessExpression;
    text = text.slice(0, h.getStart()) + `findingsOf(${pa.expression.getText()}, ${h.arguments.map((a) => a.getText()).join(', ')})` + text.slice(h.end); n++;
  }
  if (n > 0) {
    const up = file.includes('/src/') ? file.split('/src/')[1]!.split('/').length - 1 : 0;
    text = `import { findingsOf } from '${up === 0 ? './' : '../'.repeat(up)}check/run-checks.ts';\n` + text;
    if (/import \{ runChecks \} from '[^']*check\/run-checks\.ts';\n/.test(text)) text = text.replace(/import \{ findingsOf \}.*\n/, '').replace(/import \{ runChecks \} from/, 'import { findingsOf, runChecks } from');
    writeFileSync(file, text);
  }
}
