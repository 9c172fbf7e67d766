/** What the server wrote into the page for a component: JSON in a script element that is never run. */
export function pageData(id) {
    return JSON.parse(document.getElementById(id).textContent);
}

export function uuid() {
    return crypto.randomUUID();
}

/** A roll for a new stroke. */
export function anyRoll() {
    return crypto.getRandomValues(new Uint32Array(1))[0] & 0x7fffffff;
}

/** Whether keys typed now are meant for a field. */
export function isTyping(event) {
    const at = event.target;

    return at instanceof HTMLElement
        && (at.isContentEditable || at.tagName === 'TEXTAREA' || at.tagName === 'SELECT'
            || (at.tagName === 'INPUT' && !['range', 'checkbox', 'radio', 'color', 'button'].includes(at.type)));
}

/** Adds to an object what another defines; getters stay getters, which a spread would freeze. */
export function extended(object, more) {
    return Object.defineProperties(object, Object.getOwnPropertyDescriptors(more));
}

/**
 * A thing that is replaced and never changed in place: Alpine then watches which one it is, and not
 * every figure in it, which costs a hundred times less.
 */
export function settled(thing) {
    return thing !== null && typeof thing === 'object' ? Object.freeze(thing) : thing;
}
