import { call } from '../lib/call';

/** Where the browser keeps which brushes were used last. */
const USED = 'brushes-used';
const MOST_USED = 12;
/** Brushes that stand on the rail at once; more are found by their names. */
const MOST_SHOWN = 80;

/** Brushes to choose from: searched, by tag, the pinned ones or those used last. */
export const rail = {
    brushWords: '',
    shelf: 'all',

    /** The shelves: all brushes, those used last, the pinned ones, the sets, and one for each tag. */
    get shelves() {
        const tags = [...new Set(this.brushes.flatMap((brush) => brush.tags))].sort((a, b) => a.localeCompare(b));

        return [
            { id: 'all', label: 'All brushes' },
            { id: 'used', label: 'Used last' },
            ...this.brushes.some((brush) => brush.isPinned) ? [{ id: 'pinned', label: 'Pinned' }] : [],
            ...this.sets.map((set) => ({ id: `set ${set.id}`, label: set.name })),
            ...tags.map((tag) => ({ id: `tag ${tag}`, label: `# ${tag}` })),
        ];
    },
    isShelf(shelf) {
        return this.shelf === shelf.id;
    },
    setShelf(event) {
        this.shelf = event.target.value;
    },
    findBrush(event) {
        this.brushWords = event.target.value;
    },
    get shownBrushes() {
        const words = this.brushWords.toLowerCase().split(/\s+/).filter(Boolean);
        const listed = (ids) => ids.map((id) => this.brushes.find((brush) => brush.id === id)).filter(Boolean);
        const onShelf = this.shelf === 'used' ? listed(usedIds())
            : this.shelf.startsWith('set ') ? listed(this.sets.find((set) => `set ${set.id}` === this.shelf)?.ids ?? [])
                : this.shelf === 'pinned' ? this.brushes.filter((brush) => brush.isPinned)
                    : this.shelf.startsWith('tag ') ? this.brushes.filter((brush) => brush.tags.includes(this.shelf.slice(4)))
                        : [...this.brushes].sort((a, b) => Number(b.isPinned) - Number(a.isPinned));

        return onShelf.filter((brush) => words.every((word) => `${brush.name} ${brush.tags.join(' ')}`.toLowerCase().includes(word))).slice(0, MOST_SHOWN);
    },
    get hasNoBrush() {
        return this.shownBrushes.length === 0;
    },
    pinWords(brush) {
        return `${brush.isPinned ? 'Unpin' : 'Pin'} ${brush.name}`;
    },
    async pinBrush(brush) {
        try {
            const { isPinned } = await call(brush.url, { method: 'PATCH', json: { isPinned: !brush.isPinned } });
            this.brushes = this.brushes.map((one) => (one.id === brush.id ? { ...one, isPinned } : one));
        } catch (error) {
            this.message = error.message;
        }
    },
    /** Brushes in the order in which they were used, the last one first; then the others. */
    usedBrushes() {
        const used = usedIds();
        const place = (brush) => (used.includes(brush.id) ? used.indexOf(brush.id) : used.length);

        return [...this.brushes].sort((a, b) => place(a) - place(b));
    },
    use(brush) {
        localStorage.setItem(USED, JSON.stringify([brush, ...usedIds().filter((id) => id !== brush)].slice(0, MOST_USED)));
    },
};

function usedIds() {
    return JSON.parse(localStorage.getItem(USED) || '[]');
}
