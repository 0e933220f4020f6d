import type { Role } from '../api/types';

/** What a co-teacher may do, after "You may". */
export const MAY: Record<Role, string> = {
    read: 'look at its marks',
    propose: 'propose marks',
    edit: 'change its marks',
    own: 'do everything',
};
