import { call } from '../lib/call';
import { fetchFile, runJob } from '../lib/job';

/** Brushes that go out: what goes with them, how long that is, and as what. The room says which by `toSend()`. */
export const sending = {
    withVersions: false,
    withSources: false,
    withRecordings: false,
    cardWidth: 1400,
    weight: null,
    sending: false,
    sentPart: 0,
    sentWords: '',
    showsSetOut: false,

    openSetOut() {
        this.showsSetOut = !this.showsSetOut;
        this.weigh();
    },
    /** What goes with them, beside the brushes themselves. */
    ordered() {
        return { ...this.toSend(), versions: this.withVersions, sources: this.withSources, recordings: this.withRecordings };
    },
    async weigh() {
        this.weight = null;
        try {
            this.weight = await call('/outgoing/size', { json: this.ordered() });
        } catch (error) {
            this.message = error.message;
        }
    },
    get weightWords() {
        if (this.weight === null) {
            return '';
        }
        const { bytes, count } = this.weight;

        return `${count.toLocaleString('en-GB')} ${count === 1 ? 'brush' : 'brushes'}, about ${bytes < 1e6 ? `${Math.ceil(bytes / 1000)} kB` : `${(bytes / 1e6).toFixed(1)} MB`}`;
    },
    sendBundle() {
        return this.send({ as: 'bundle' });
    },
    sendCard(format) {
        return this.send({ as: 'card', format, width: this.cardWidth });
    },
    sendTips(format) {
        return this.send({ as: 'tips', format });
    },
    async send(as) {
        Object.assign(this, { sending: true, sentPart: 0, sentWords: 'packing', message: '' });
        this.job = runJob((job) => call('/outgoing', { json: { ...this.ordered(), ...as, job } }), (part, doing) => Object.assign(this, { sentPart: part, sentWords: doing }));
        try {
            fetchFile((await this.job.answer).file);
        } catch (error) {
            this.message = error.message;
        } finally {
            this.sending = false;
        }
    },
    callOffSending() {
        this.job.callOff();
    },
};
