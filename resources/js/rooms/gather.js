import { call } from '../lib/call';
import { pageData } from '../lib/data';

export const gatherRoom = () => ({
    ...pageData('gather-data'),
    over: false,
    bringing: [],

    choose(event) {
        this.bringAll([...event.target.files]);
        event.target.value = '';
    },
    dragOver() {
        this.over = true;
    },
    dragOut() {
        this.over = false;
    },
    drop(event) {
        this.over = false;
        this.bringAll([...event.dataTransfer.files]);
    },
    async bringAll(files) {
        let last = null;
        let failed = false;
        for (const file of files) {
            const entry = { key: `${Date.now()} ${file.name}`, name: file.name, says: 'coming in …', wrong: false };
            this.bringing = [...this.bringing.filter((e) => e.wrong), entry];
            try {
                last = await this.bring(file);
                this.bringing = this.bringing.filter((e) => e.key !== entry.key);
            } catch (error) {
                failed = true;
                this.bringing = this.bringing.map((e) => (e.key === entry.key ? { ...e, wrong: true, says: error.message } : e));
            }
        }
        // One picture goes straight on to be cut; of several, the painter chooses.
        if (last && !failed && files.length === 1) {
            window.location.assign(last.cut);
        } else if (last) {
            sessionStorage.setItem('gather:wrong', JSON.stringify(this.bringing));
            window.location.reload();
        }
    },
    async bring(file) {
        const form = new FormData();
        form.append('picture', file);

        return call(this.url, { form });
    },
    init() {
        this.bringing = JSON.parse(sessionStorage.getItem('gather:wrong') || '[]');
        sessionStorage.removeItem('gather:wrong');
        window.addEventListener('paste', (event) => {
            const files = [...(event.clipboardData?.files ?? [])];
            if (files.length) {
                this.bringAll(files);
            }
        });
    },
});
