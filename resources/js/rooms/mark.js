import { call } from '../lib/call';
import { extended, pageData } from '../lib/data';
import { painting } from './try';

export const markRoom = () => extended(painting(pageData('mark-data')), {
    keeping: false,

    init() {
        this.startPainting();
        this.sizeValue = 26;
    },
    /** Whatever brush is chosen, a mark is drawn in black: black prints fully. */
    inksInHand() {
        return { main: '#000000', second: '#000000' };
    },
    async keep() {
        this.keeping = true;
        this.message = '';
        try {
            await this.view.strokes.tail;
            const { cut } = await call(this.keepUrl);
            window.location.assign(cut);
        } catch (error) {
            this.keeping = false;
            this.message = error.message;
        }
    },
});
