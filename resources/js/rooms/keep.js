import { extended, pageData } from '../lib/data';
import { catchUndoKeys } from '../lib/undoable';
import { asideShelf } from '../keeping/aside';
import { choosing } from '../keeping/choosing';
import { finding } from '../keeping/finding';
import { catchFrame } from '../keeping/framing';
import { labels } from '../keeping/labels';
import { sending } from '../keeping/sending';
import { shelves } from '../keeping/shelves';
import { Wall } from '../keeping/wall';

/** All brushes: found, sorted onto sets, and many changed at once. */
export const keepRoom = () => [finding, choosing, shelves, labels, sending, asideShelf].reduce(extended, {
    ...pageData('keep-data'),
    message: '',

    init() {
        this.beginFinding();
        const { list, scroller, frame } = this.$refs;
        this.wall = new Wall(list, scroller, `${this.links.keep}/cards`, {
            choose: () => this.noteChosen(),
            open: (card) => window.location.assign(card.url),
            drop: (ids, before) => this.orderSet(ids, before),
            remove: () => this.putAside(),
        });
        this.wall.setLook(this.look);
        this.wall.show(this.found.ids, this.found.cards);
        let before = [];
        catchFrame(scroller, list, frame, (box, isAdding) => {
            const { selection, ids, grid } = this.wall;
            before = isAdding ? [...before, ...selection.all()] : [];
            selection.clear();
            selection.add([...before, ...grid.touching(box).map((index) => ids[index])]);
            this.wall.mark();
            this.noteChosen();
        });
        catchUndoKeys(this);
        window.addEventListener('keydown', (event) => {
            if (event.key === '/' && !(event.target instanceof HTMLInputElement) && !(event.target instanceof HTMLTextAreaElement)) {
                event.preventDefault();
                this.$refs.words.focus();
            }
        });
    },
    /** The set that is looked at, where it is to go out as a whole; otherwise those that are chosen. */
    toSend() {
        return this.showsSetOut && this.set !== null ? { set: this.set.id } : { ids: this.chosenIds() };
    },
    bringFiles(event) {
        window.dispatchEvent(new CustomEvent('bring-files', { detail: [...event.target.files] }));
        event.target.value = '';
    },
    /** From the search to what is found. */
    toWall(event) {
        event.preventDefault();
        this.wall.focus();
    },
    get isEmpty() {
        return this.demo && this.total === 0 && !this.isNarrowed;
    },
});
