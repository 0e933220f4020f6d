/*
 * The same for the interface: small wrong changes to its TypeScript, one at a time, and which of them no test notices.
 *
 *     node tests/Mutation/interface.mjs [count] [seed]
 */
import { execFileSync, spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, readdirSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import ts from 'typescript';

const [count, seed] = [Number(process.argv[2] ?? 60), Number(process.argv[3] ?? 1)];
const root = join(import.meta.dirname, '../..');
const copy = mkdtempSync(join(tmpdir(), 'mutants-'));
const kind = ts.SyntaxKind;
const OTHER = new Map([
    [kind.LessThanToken, '<='], [kind.LessThanEqualsToken, '<'], [kind.GreaterThanToken, '>='], [kind.GreaterThanEqualsToken, '>'],
    [kind.EqualsEqualsEqualsToken, '!=='], [kind.ExclamationEqualsEqualsToken, '==='], [kind.AmpersandAmpersandToken, '||'],
    [kind.BarBarToken, '&&'], [kind.PlusToken, '-'], [kind.MinusToken, '+'],
]);

/** Every place of a file that can be changed: from, to, and what stands there instead. */
function places(text) {
    const found = [];
    const source = ts.createSourceFile('x.ts', text, ts.ScriptTarget.Latest, true);
    const visit = (node) => {
        if (ts.isTypeNode(node) || ts.isInterfaceDeclaration(node) || ts.isTypeAliasDeclaration(node) || ts.isImportDeclaration(node)) return;
        const put = (at, text) => found.push({ from: at.getStart(), to: at.getEnd(), text });
        if (ts.isBinaryExpression(node) && OTHER.has(node.operatorToken.kind)) put(node.operatorToken, OTHER.get(node.operatorToken.kind));
        if (ts.isPrefixUnaryExpression(node) && node.operator === kind.ExclamationToken) put(node, node.operand.getText());
        if (node.kind === kind.TrueKeyword) put(node, 'false');
        if (node.kind === kind.FalseKeyword) put(node, 'true');
        if (ts.isNumericLiteral(node)) put(node, String(Number(node.text) + 1));
        if (ts.isExpressionStatement(node) && ts.isCallExpression(node.expression)) put(node, ';');
        ts.forEachChild(node, visit);
    };
    visit(source);
    return found;
}

/** Numbers from 0 to 1, the same for the same seed (a linear congruence). */
let state = seed;
const random = () => (state = (state * 1103515245 + 12345) % 2147483648) / 2147483648;

for (const name of ['resources', 'tests', 'package.json', 'vite.config.ts', 'vitest.config.ts', 'tsconfig.json']) {
    try {
        cpSync(join(root, name), join(copy, name), { recursive: true });
    } catch (error) {
        if (error.code !== 'ENOENT') throw error;
    }
}
symlinkSync(join(root, 'node_modules'), join(copy, 'node_modules'));
const run = () => spawnSync('npx', ['vitest', 'run', '--bail', '1'], { cwd: copy, encoding: 'utf8', timeout: 120000 });
try {
    execFileSync('npx', ['vitest', 'run'], { cwd: copy, stdio: 'ignore' });
    // The worker and what only a browser can measure are tested in the browser.
    const files = readdirSync(join(root, 'resources/js'), { recursive: true })
        .map((name) => `resources/js/${name}`)
        .filter((name) => name.endsWith('.ts') && !/answers|types|\.d\.ts|worker|app\.ts|router/.test(name))
        .sort();
    const all = files.map((name) => [name, places(readFileSync(join(root, name), 'utf8'))]).filter(([, here]) => here.length > 0);
    const total = all.reduce((sum, [, here]) => sum + Math.sqrt(here.length), 0);
    let noticed = 0;
    let made = 0;
    for (const [name, here] of all) {
        const text = readFileSync(join(root, name), 'utf8');
        for (let share = Math.max(1, Math.round((count * Math.sqrt(here.length)) / total)); share > 0 && here.length > 0; share -= 1) {
            const [place] = here.splice(Math.floor(random() * here.length), 1);
            writeFileSync(join(copy, name), text.slice(0, place.from) + place.text + text.slice(place.to));
            made += 1;
            if (run().status === 0) {
                const line = text.slice(0, place.from).split('\n').length;
                console.log(`not noticed: ${name}:${line}  ${text.slice(place.from, place.to)}   →   ${place.text}`);
            } else {
                noticed += 1;
            }
        }
        writeFileSync(join(copy, name), text);
    }
    console.log(`${noticed} of ${made} changes noticed, ${((100 * noticed) / made).toFixed(1)} %`);
} finally {
    rmSync(copy, { recursive: true, force: true });
}
