import ts from 'typescript';
import { readFileSync, writeFileSync } from 'node:fs';
const checks = process.argv.slice(2).filter((f) => !f.startsWith('-g:'));
const getters = process.argv.slice(2).filter((f) => f.startsWith('-g:')).map((f) => f.slice(3));
function edit(file: string, work: (node: ts.Node, sf: ts.SourceFile, put: (from: number, to: number, text: string) => void) => void) {
  let text = readFileSync(file, 'utf8');
  for (;;) {
    const sf = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
    const edits: { from: number; to: number; text: string }[] = [];
    const visit = (n: ts.Node) => { work(n, sf, (from, to, t) => edits.push({ from, to, text: t })); ts.forEachChild(n, visit); };
    visit(sf);
    // innermost conflicts: apply non-overlapping only
    edits.sort((a, b) => b.from - a.from);
    let last = Infinity; let done = 0;
    for (const e of edits) { if (e.to > last) continue; text = text.slice(0, e.from) + e.text + text.slice(e.to); last = e.from; done++; }
    if (done === 0) break;
  }
  writeFileSync(file, text);
}
for (const file of checks) edit(file, (n, sf, put) => {
  if (ts.isShorthandPropertyAssignment(n) && (n.name.text === 'working' || n.name.text === 'fixes')) put(n.getStart(), n.end, `${n.name.text}: () => ${n.name.text}`);
  if (!ts.isPropertyAssignment(n) || !ts.isIdentifier(n.name)) return;
  if (n.name.text !== 'working' && n.name.text !== 'fixes') return;
  if (ts.isArrowFunction(n.initializer)) return;
  const t = n.initializer.getText();
  put(n.initializer.getStart(), n.initializer.end, ts.isObjectLiteralExpression(n.initializer) ? `() => (${t})` : `() => ${t}`);
});
for (const file of getters) edit(file, (n, sf, put) => {
  if (!ts.isPropertyAssignment(n) || !ts.isIdentifier(n.name) || n.name.text !== 'working') return;
  if (!ts.isObjectLiteralExpression(n.initializer)) return;
  put(n.getStart(), n.end, `get working(): Working { return ${n.initializer.getText()}; }`);
});
