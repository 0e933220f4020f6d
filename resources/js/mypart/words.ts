/** Pencil lines in the words of somebody who has a pencil and a printed part. */
export function inWords(marks: string): string {
    return marks
        .split(', ')
        .map((mark) => {
            if (mark === 'down') return '⊓ down bow';
            if (mark === 'up') return 'V up bow';
            if (mark === 'hook') return 'same bow again, stop between';
            if (mark === 'retake') return 'comma before: carry the bow back';
            if (mark === 'lift') return 'comma before: lift and set again';
            if (mark === 'no slurs') return 'cross out the slur';
            if (mark === 'no sign') return 'cross out the printed sign';
            if (mark === 'leave down') return 'leave the finger down';
            if (mark === 'leave out') return 'leave this note out';
            if (mark === 'divide') return 'divided: outside the top note, inside the rest';
            if (mark === 'courtesy') return 'write the accidental once more, in parentheses';
            if (mark === 'slide') return 'the same finger slides';
            if (/^(½|I{1,3}½?|I?V½?|VI{0,2})$/.test(mark)) return `position ${mark}`;
            if (/^(low |high |x)?[0-4]$/.test(mark)) return mark === '0' ? 'open string' : `finger ${mark}`;
            if (/^on [A-G]$/.test(mark)) return `${mark} string`;
            if (mark.startsWith('slur ')) return `slur to ${mark.slice(5)}`;
            if (mark.startsWith('change ')) return `change to ${mark.slice(7)} inside the note`;
            return mark.replace(/"/g, '');
        })
        .join(', ');
}
