import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';

const ROOT = join(process.cwd(), 'resources/js');
const sheets = readdirSync(ROOT, { recursive: true, encoding: 'utf8' }).filter((file) => /\.(vue|css)$/.test(file));
const theme = readFileSync(join(ROOT, 'ui/theme.css'), 'utf8');

describe('the theme', () => {
    it('has every colour and every radius', () => {
        const found = sheets
            .filter((file) => file !== 'ui/theme.css')
            .flatMap((file) => {
                const styles = readFileSync(join(ROOT, file), 'utf8');
                return (styles.match(/(?<!&|href="|url\()#[0-9a-f]{3,6}\b(?!-)|rgba?\([^)]*\)|border-radius: [4-9]px/gi) ?? []).map((colour) => `${file}: ${colour}`);
            });
        expect(found).toEqual([]);
    });

    it('names all that is asked of it', () => {
        const named = new Set([...theme.matchAll(/^ +(--[\w-]+):/gm)].map((match) => match[1]));
        const asked = sheets.flatMap((file) =>
            [...readFileSync(join(ROOT, file), 'utf8').matchAll(/var\((--[\w-]+)\)/g)].map((match) => match[1] ?? ''),
        );
        const own = ['--spine', '--tilt', '--deep'];
        expect(asked.filter((name) => !named.has(name) && !name.startsWith('--el-') && !own.includes(name))).toEqual([]);
    });
});
