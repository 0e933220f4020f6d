declare module 'qrcode-svg' {
    interface Options {
        content: string;
        width?: number;
        height?: number;
        padding?: number;
        join?: boolean;
        ecl?: 'L' | 'M' | 'Q' | 'H';
        xmlDeclaration?: boolean;
        container?: 'svg' | 'svg-viewbox';
    }
    export default class QRCode {
        constructor(options: Options);
        svg(): string;
    }
}
