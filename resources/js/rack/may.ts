import type { Role } from '../api/types';

/** After "You may": what, in which parts, and whether everywhere. */
export function rightWords(right: { may: Role; parts: string[] | null; everywhere: boolean }): string {
    const alone = right.parts && right.may !== 'read' ? ` in ${right.parts.join(' and ')}, and look at the rest` : '';
    return MAY[right.may] + alone + (right.everywhere ? '; the same in all of their other pieces, those to come included' : '');
}

/** What a co-teacher may do, after "You may". */
export const MAY: Record<Role, string> = {
    read: 'look at its marks',
    propose: 'propose marks',
    edit: 'change its marks',
    own: 'do everything',
};
