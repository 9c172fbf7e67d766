/**
 * What the server wrote into the page for a component: JSON in a script element that is never run.
 *
 * @param {string} id
 * @returns {any}
 */
export function pageData(id) {
    return JSON.parse(document.getElementById(id)?.textContent ?? 'null');
}

export function uuid() {
    return crypto.randomUUID();
}

/** A roll for a new stroke. */
export function anyRoll() {
    return crypto.getRandomValues(new Uint32Array(1))[0] & 0x7fffffff;
}

/**
 * Whether keys typed now are meant for a field.
 *
 * @param {Event} event
 */
export function isTyping(event) {
    const at = event.target;

    return at instanceof HTMLElement
        && (at.isContentEditable || at.tagName === 'TEXTAREA' || at.tagName === 'SELECT'
            || (at instanceof HTMLInputElement && !['range', 'checkbox', 'radio', 'color', 'button'].includes(at.type)));
}

/**
 * Adds to an object what another defines; getters stay getters, which a spread would freeze.
 *
 * @template {object} T
 * @template {object} U
 * @param {T} object
 * @param {U} more
 * @returns {T & U}
 */
export function extended(object, more) {
    return /** @type {T & U} */ (Object.defineProperties(object, Object.getOwnPropertyDescriptors(more)));
}

/**
 * A thing that is replaced and never changed in place: Alpine then watches which one it is, and not
 * every figure in it, which costs a hundred times less.
 *
 * @template T
 * @param {T} thing
 * @returns {T}
 */
export function frozen(thing) {
    return thing !== null && typeof thing === 'object' ? Object.freeze(thing) : thing;
}
