/** What a co-teacher may do, after "You may". */
export const MAY = { read: 'look at its marks', propose: 'propose marks', edit: 'change its marks' } as const;
