import Alpine from '@alpinejs/csp';
import { cutRoom } from './rooms/cut';
import { gatherRoom } from './rooms/gather';
import { keepRoom } from './rooms/keep';
import { markRoom } from './rooms/mark';
import { sheetsRoom } from './rooms/sheets';
import { tryRoom } from './rooms/try';
import { tuneRoom } from './rooms/tune';
import { wayRoom } from './rooms/way';
import { curveEditor } from './parts/curve';
import { keyHelp, rooms } from './parts/keys';
import { server } from './parts/server';
import { slider } from './parts/slider';

for (const [name, component] of Object.entries({
    cutRoom, gatherRoom, keepRoom, markRoom, sheetsRoom, tryRoom, tuneRoom, wayRoom, curveEditor, keyHelp, rooms, server, slider,
})) {
    Alpine.data(name, component);
}
Alpine.start();
