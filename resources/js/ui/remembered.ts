/** What the browser remembers from the last time. */

/**
 * A kept value, or what stands in for it: nothing is kept yet, or what is kept is not what it was.
 *
 * @param isIt whether what was kept is still of the shape that is expected
 */
export function remembered<T>(key: string, otherwise: T, isIt: (value: unknown) => value is T): T {
    try {
        const value: unknown = JSON.parse(localStorage.getItem(key) ?? 'null');
        return isIt(value) ? value : otherwise;
    } catch {
        return otherwise;
    }
}

export function remember(key: string, value: unknown): void {
    localStorage.setItem(key, JSON.stringify(value));
}

export function isTexts(value: unknown): value is string[] {
    return Array.isArray(value) && value.every((one) => typeof one === 'string');
}

/** Whether it is an object that has all of these fields. */
export function has<K extends string>(value: unknown, ...fields: K[]): value is Record<K, unknown> {
    return typeof value === 'object' && value !== null && fields.every((field) => field in value);
}
