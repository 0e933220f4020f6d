/** Small makers of SVG elements for what is drawn over the page. */
const SVG = 'http://www.w3.org/2000/svg';

export function element(name: string, attributes: Record<string, string | number>): SVGElement {
    const made = document.createElementNS(SVG, name);
    Object.entries(attributes).forEach(([key, value]) => made.setAttribute(key, String(value)));
    return made;
}

export function word(text: string, x: number, y: number, className: string): SVGElement {
    const made = element('text', { x, y, class: className });
    made.textContent = text;
    return made;
}
