import { call, upload } from '../lib/call';
import { extended, pageData } from '../lib/data';
import { queue } from '../lib/in-turn';
import { sending } from '../keeping/sending';
import { signing } from '../keeping/signing';

const inTurn = queue();

const BACKDROPS = [{ id: 'white', label: 'on white' }, { id: 'grey', label: 'on grey' }, { id: 'black', label: 'on black' }];

/** All that is known of a brush. */
export const brushRoom = () => [sending, signing].reduce(extended, {
    ...pageData('brush-data'),
    message: '',
    backdrop: 'white',
    backdrops: BACKDROPS,
    outIsOpen: false,
    copied: '',

    toSend() {
        return { ids: [this.id] };
    },
    isBackdrop(backdrop) {
        return this.backdrop === backdrop.id;
    },
    setBackdrop(backdrop) {
        this.backdrop = backdrop.id;
    },
    get backdropClass() {
        return `backdrop-${this.backdrop}`;
    },
    async tell(what) {
        this.message = '';
        try {
            const told = await inTurn(() => call(this.url, { method: 'PATCH', json: what }));
            Object.assign(this, { name: told.name, note: told.note, tags: told.tags, maker: told.maker, licence: told.licence, made: told.made || this.made });
        } catch (error) {
            this.message = error.message;
        }
    },
    tellOf(key, event) {
        return this.tell({ [key]: key === 'maker' ? Number(event.target.value) : event.target.value });
    },
    async putOn(set, event) {
        this.message = '';
        try {
            await call(`/sets/${set.id}/brushes`, { json: { do: event.target.checked ? 'on' : 'off', ids: [this.id] } });
            set.isOn = event.target.checked;
        } catch (error) {
            this.message = error.message;
        }
    },
    async go(url) {
        try {
            window.location.assign((await call(url)).url);
        } catch (error) {
            this.message = error.message;
        }
    },
    putVersionBack(version) {
        return this.go(`${this.url}/versions/${version.id}/back`);
    },
    branchVersion(version) {
        return this.go(`${this.url}/versions/${version.id}/branch`);
    },
    async putEarlierTipBack() {
        await call(this.putTipBack);
        window.location.reload();
    },
    async duplicate() {
        const { id } = await call(`${this.url}/duplicate`);
        window.location.assign(`/brushes/${id}`);
    },
    async setAside() {
        await call(this.url, { method: 'DELETE' });
        window.location.assign('/keep');
    },
    openOut() {
        this.outIsOpen = !this.outIsOpen;
        this.weigh();
    },
    /** The table of settings, as words that other programs can hold. */
    async copyTable() {
        const lines = this.differs.map((row) => [row.station, row.setting, row.value, row.default].join('\t'));
        try {
            await navigator.clipboard.writeText(['Station\tSetting\tValue\tDefault', ...lines].join('\n'));
            this.copied = 'Copied.';
        } catch {
            this.copied = 'This browser does not let pages write to the clipboard. Mark the rows below and copy them.';
        }
    },
    get licenceWords() {
        return this.licence === '' && this.makerCard?.licence ? `as its maker’s: ${this.makerCard.licence}` : '';
    },
    bringFile(url, file) {
        const form = new FormData();
        form.append('picture', file);

        return upload(url, form, () => {}).answer;
    },
});
