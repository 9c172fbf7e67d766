import { isTyping } from '../lib/data';

/** 1–5 go to the rooms. */
export const rooms = () => ({
    init() {
        window.addEventListener('keydown', (event) => {
            if (isTyping(event) || event.ctrlKey || event.metaKey || event.altKey || document.querySelector('dialog[open]')) {
                return;
            }
            const room = this.$root.querySelector(`[data-room="${CSS.escape(event.key)}"]`);
            if (room) {
                room.click();
            }
        });
    },
});

/** ? shows the keys of the room. */
export const keyHelp = () => ({
    init() {
        window.addEventListener('keydown', (event) => {
            if (event.key === '?' && !isTyping(event)) {
                this.toggle();
            }
        });
    },
    toggle() {
        const dialog = document.getElementById('key-help');
        if (dialog.open) {
            dialog.close();
        } else {
            dialog.showModal();
        }
    },
});
