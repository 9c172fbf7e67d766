import { call } from './call';
import { uuid } from './data';

/** ms between two questions how far it has come. */
const ASKED_EVERY = 400;

/**
 * Does a long piece of work on the server, tells how far it has come, and lets it be called off.
 *
 * @template T
 * @param {(job: string) => Promise<T>} start  given the name of the job
 * @param {(part: number, doing: string) => void} tell
 * @returns {{ answer: Promise<T>, callOff: () => void }}
 */
export function runJob(start, tell) {
    const job = uuid();
    const timer = setInterval(async () => {
        const { part, doing } = await call(`/work/${job}`, { method: 'GET' }).catch(() => ({ part: 0, doing: '' }));
        if (doing !== '') {
            tell(part, doing);
        }
    }, ASKED_EVERY);
    const answer = start(job).finally(() => clearInterval(timer));

    return { answer, callOff: () => call(`/work/${job}`, { method: 'DELETE' }) };
}

/**
 * Saves a file that the server has made ready.
 *
 * @param {string} url
 */
export function fetchFile(url) {
    const link = document.createElement('a');
    link.href = url;
    link.download = '';
    document.body.append(link);
    link.click();
    link.remove();
}
