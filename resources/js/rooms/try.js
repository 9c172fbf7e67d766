import { extended, pageData } from '../lib/data';
import { inking } from '../parts/inking';
import { areas } from '../trying/areas';
import { atHand } from '../trying/at-hand';
import { carrying } from '../trying/carrying';
import { following } from '../trying/following';
import { guiding } from '../trying/guiding';
import { inks } from '../trying/inks';
import { layering } from '../trying/layers';
import { painting } from '../trying/painting';
import { paper } from '../trying/paper';
import { rail } from '../trying/rail';
import { saving } from '../trying/saving';
import { taking } from '../trying/taking';
import { viewing } from '../trying/viewing';

/** px between the sheet and what lies around it when it is fitted. */
const AROUND = { top: 60, right: 266, bottom: 128 };
/** Menus of which one is open at a time. */
const MENUS = ['showsHand', 'showsView', 'saving', 'showsInks'];

/** A sheet with its layers, a brush in hand, and strokes that can be taken up again. */
export const tryRoom = () => [layering, areas, carrying, taking, following, guiding, inking, inks, atHand, rail, paper, saving, viewing, room].reduce(extended, painting(pageData('try-data')));

const room = {
    isHeldOver: false,
    isBringing: false,

    init() {
        this.initAtHand();
        this.initGuides();
        this.startPainting(AROUND, this.guides(), {
            mayTurn: true,
            showsCoarse: true,
            pressed: (event) => this.pressureOf(event),
            fingersPaint: (penSeen) => this.fingersMayPaint(penSeen),
        });
        this.initPaper();
        this.initLayers();
        this.initTaking();
        this.initFollowing();
        this.initInks();
        this.catchDrops();
        window.addEventListener('keydown', (event) => this.viewKey(event));
        this.message = sessionStorage.getItem(`notes:${window.location.pathname}`) ?? '';
        sessionStorage.removeItem(`notes:${window.location.pathname}`);
    },
    step(way) {
        this.letGo();
        this.inTurn(() => this.view.history(way));
    },
    /** Whether the hand paints here; where it cannot, it is said why. */
    mayPaint(event) {
        if (this.isPickingInk) {
            this.pickFromSheet(...this.view.toPlace(event.clientX, event.clientY));

            return false;
        }
        if (!this.isPaintingMode || this.tracing) {
            return false;
        }
        const { layer } = this;
        this.message = layer?.isLocked ? `The layer “${layer.name}” is locked. Unlock it, or paint on another one.`
            : layer?.isHidden ? `The layer “${layer.name}” is hidden. Show it, or paint on another one.`
                : layer?.isPicture ? `The layer “${layer.name}” holds a picture, and stays as it is. Paint on another one, or add one.` : '';

        return this.message === '';
    },
    begins() {
        this.letGo();
        this.closeMenus();
        this.said = '';
        this.use(this.chosen);
    },
    orderMore(isPen) {
        return { layer: this.layerInHand, ...this.handOrder(isPen) };
    },
    /** What the server says after anything was done on the sheet. */
    told(words) {
        this.takeLayers(words);
        this.takePaper(words);
        if (words.laid) {
            this.takeLast(words.laid);
        }
    },
    /** Pictures that are dropped or pasted lie on layers of their own. */
    catchDrops() {
        window.addEventListener('dragover', (event) => {
            event.preventDefault();
            this.isHeldOver = [...(event.dataTransfer?.types ?? [])].includes('Files');
        });
        window.addEventListener('dragleave', (event) => { this.isHeldOver = event.relatedTarget !== null && this.isHeldOver; });
        window.addEventListener('drop', (event) => {
            event.preventDefault();
            this.isHeldOver = false;
            this.bringPictures(event.dataTransfer?.files ?? []);
        });
        window.addEventListener('paste', (event) => this.bringPictures(event.clipboardData?.files ?? []));
    },
    choosePictures(event) {
        this.bringPictures(event.target.files);
        event.target.value = '';
    },
    bringPictures(files) {
        [...files].forEach((file) => {
            const form = new FormData();
            form.append('picture', file);
            form.append('above', String(this.layerInHand));
            this.message = '';
            this.isBringing = true;
            this.sendTo('/pictures', { form }).finally(() => { this.isBringing = false; });
        });
    },
    closeMenus() {
        this.open('');
    },
    /** Opens one of the menus, or closes it; the others close. */
    open(name) {
        for (const menu of MENUS) {
            this[menu] = menu === name && !this[menu];
        }
    },
};
