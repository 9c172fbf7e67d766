import { call } from '../lib/call';
import { debounce } from '../lib/latest-wins';

/** ms of rest after which a colour that is being chosen is sent. */
const REST = 300;

/** What the sheet is painted on: a colour, and a tooth for brushes that meet the sheet's own. */
export const paper = {
    paper: '#ffffff',
    tooth: 'none',

    initPaper() {
        this.paper = this.sheet.paper;
        this.tooth = this.sheet.tooth;
        this.paperSoon = debounce(REST, () => this.sendPaper({ paper: this.paper }));
    },
    takePaper(words) {
        if (words.paper) {
            this.tooth = words.tooth;
            this.showPaper(words.paper);
        }
    },
    showPaper(colour) {
        this.paper = colour;
        this.sheet.paper = colour;
        this.view.layers.lieOn(colour);
        this.thumbsSoon?.();
    },
    setPaper(event) {
        this.showPaper(event.target.value);
        this.paperSoon();
    },
    setTooth(event) {
        this.tooth = event.target.value;
        this.sendPaper({ tooth: this.tooth });
    },
    isTooth(name) {
        return this.tooth === name;
    },
    sendPaper(json) {
        return this.inTurn(async () => {
            try {
                this.view.take({ words: await call(this.sheet.url, { method: 'PATCH', json }), patches: [] });
            } catch (error) {
                this.message = error.message;
            }
        });
    },
};
