/** The engraving library carries its WebAssembly as text in its script: here it becomes a file of its own, streamed and kept. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { runInNewContext } from 'node:vm';
import type { Plugin } from 'vite';

const FOLDER = 'storage/framework/engraver';
const BINARY = /function findWasmBinary\(\)\{return binaryDecode\(('(?:[^'\\]|\\[\s\S])*')\)\}/;
const INSTANTIATE = 'async function instantiateAsync(binary,binaryFile,imports){return instantiateArrayBuffer(binaryFile,imports)}';

/** The bytes that the library writes as letters: one letter a byte, the zero byte as the letter 256. */
function bytes(literal: string): Uint8Array {
    const text = String(runInNewContext(literal));
    return Uint8Array.from(text, (letter) => letter.charCodeAt(0) & 0xff);
}

export function engraverBinary(): Plugin {
    return {
        name: 'engraver-binary',
        enforce: 'pre',
        transform(code, id) {
            if (!id.includes('verovio-module.mjs')) return null;
            const literal = BINARY.exec(code)?.[1];
            if (literal === undefined || !code.includes(INSTANTIATE)) {
                throw new Error('The engraving library is built in another way than it was: vite.engraver.ts must follow it.');
            }
            const file = join(process.cwd(), FOLDER, 'engraver.wasm');
            mkdirSync(join(process.cwd(), FOLDER), { recursive: true });
            writeFileSync(file, bytes(literal));
            return {
                code: `import binaryUrl from ${JSON.stringify(`${file}?url`)};\n${code
                    .replace(BINARY, () => 'function findWasmBinary(){return null}')
                    .replace(INSTANTIATE, () => 'function instantiateAsync(binary,binaryFile,imports){return WebAssembly.instantiateStreaming(fetch(binaryUrl),imports)}')}`,
                map: null,
            };
        },
    };
}
