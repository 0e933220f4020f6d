import { describe, expect, it } from 'vitest';
import { inWords } from '../../resources/js/mypart/words';

describe('the pencil list in words', () => {
    it.each([
        ['down', '⊓ down bow'],
        ['up', 'V up bow'],
        ['hook', 'same bow again, stop between'],
        ['retake', 'comma before: carry the bow back'],
        ['lift', 'comma before: lift and set again'],
        ['no slurs', 'cross out the slur'],
        ['no sign', 'cross out the printed sign'],
        ['slur 3.2', 'slur to 3.2'],
        ['change up', 'change to up inside the note'],
        ['low 2', 'finger low 2'],
        ['x4', 'finger x4'],
        ['0', 'open string'],
        ['0 or 4', '0 or 4'],
        ['III', 'position III'],
        ['½', 'position ½'],
        ['III½', 'position III½'],
        ['on G', 'on G string'],
        ['leave down', 'leave the finger down'],
        ['slide', 'the same finger slides'],
        ['leave out', 'leave this note out'],
        ['divide', 'divided: outside the top note, inside the rest'],
        ['courtesy', 'write the accidental once more, in parentheses'],
        ['"to the tip"', 'to the tip'],
        ['down, hook', '⊓ down bow, same bow again, stop between'],
    ])('%s', (marks, words) => {
        expect(inWords(marks)).toBe(words);
    });
});
