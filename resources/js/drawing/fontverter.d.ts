declare module 'fontverter' {
    const fontverter: { convert(font: Buffer, to: 'sfnt' | 'woff' | 'woff2'): Promise<Buffer> };
    export default fontverter;
}
