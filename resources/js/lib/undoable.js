import { isTyping } from './data';
import { UndoHistory } from './undo-history';

/** Calls undo or redo for Ctrl Z, Ctrl Shift Z and Ctrl Y, unless a field has the keys. */
export function catchUndoKeys(room) {
    window.addEventListener('keydown', (event) => {
        const key = event.key.toLowerCase();
        if (isTyping(event) || !(event.ctrlKey || event.metaKey) || (key !== 'z' && key !== 'y')) {
            return;
        }
        event.preventDefault();
        if (key === 'y' || event.shiftKey) {
            room.redo();
        } else {
            room.undo();
        }
    });
}

/**
 * What a room needs to undo its changes, after a reload too. The room has `written()`,
 * its state as JSON can hold it, and `fill(state)`, which takes one up.
 */
export const undoable = {
    canUndo: false,
    canRedo: false,
    beginPast(key) {
        this.past = new UndoHistory(key, this.written());
        this.flags();
        catchUndoKeys(this);
        // What was changed a moment before the page is left is noted too.
        window.addEventListener('pagehide', () => this.note());
    },
    note() {
        this.past.note(this.written());
        this.flags();
    },
    flags() {
        this.canUndo = this.past.canUndo;
        this.canRedo = this.past.canRedo;
    },
    undo() {
        this.note();
        this.take(this.past.undo());
    },
    redo() {
        this.take(this.past.redo());
    },
    take(state) {
        if (state) {
            this.fill(state);
            this.flags();
        }
    },
};
