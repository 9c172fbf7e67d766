/**
 * Base of objects that components hold but do not watch.
 *
 * Alpine wraps what a component holds in proxies, through which private members cannot be
 * reached; its reactivity leaves alone what carries this mark (markRaw of @vue/reactivity).
 */
export class NonReactive {
    __v_skip = true;
}
