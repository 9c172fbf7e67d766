import { call, callForPixels, Refused } from '../lib/call';
import { extended, pageData } from '../lib/data';
import { formFields } from '../lib/form';
import { LatestWins } from '../lib/latest-wins';

/** A way in that makes a picture of numbers: looked at while they change, then taken. */
export const wayRoom = () => extended({ ...formFields, ...pageData('way-data') }, {
    ready: false,
    taking: false,
    name: '',
    named: false,
    message: '',

    init() {
        this.looking = new LatestWins();
        this.recipe.numbers = this.numbersNow;
        this.look();
    },
    recipe: { numbers: {} },
    choicePicture(param, value) {
        return `${this.url}/choices/${param.key}?is=${encodeURIComponent(value)}`;
    },
    form() {
        return { params: this.paramList };
    },
    change(recipe, numbers) {
        // The same object: sliders hold on to it.
        recipe.numbers = { ...recipe.numbers, ...numbers };
        this.look();
    },
    look() {
        this.looking.run(async () => {
            try {
                const { words, patches } = await callForPixels(`${this.url}/preview`, { json: this.recipe.numbers });
                const canvas = this.$refs.picture;
                canvas.width = patches[0].image.width;
                canvas.height = patches[0].image.height;
                canvas.getContext('2d').putImageData(patches[0].image, 0, 0);
                canvas.dataset.painted = String(Number(canvas.dataset.painted || 0) + 1);
                this.name = this.named ? this.name : words.name;
                this.ready = true;
                this.message = '';
            } catch (error) {
                this.say(error);
            }
        });
    },
    rename(event) {
        this.name = event.target.value;
        this.named = this.name !== '';
    },
    async take() {
        this.taking = true;
        try {
            const { cut } = await call(this.url, { json: { numbers: this.recipe.numbers, name: this.name } });
            window.location.assign(cut);
        } catch (error) {
            this.taking = false;
            this.say(error);
        }
    },
    async bringFont(event) {
        const form = new FormData();
        form.append('font', event.target.files[0]);
        event.target.value = '';
        try {
            const { name } = await call(this.fontsUrl, { form });
            const font = this.paramList.find((p) => p.key === 'font');
            font.choices = [...new Set([...font.choices, name])];
            this.paramList = [...this.paramList];
            this.change(this.recipe, { font: name });
        } catch (error) {
            this.say(error);
        }
    },
    say(error) {
        this.message = error instanceof Refused ? error.message : 'The server is away. Try again in a moment.';
    },
});
