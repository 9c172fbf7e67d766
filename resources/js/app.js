import Alpine from '@alpinejs/csp';
import { brushRoom } from './rooms/brush';
import { cutRoom } from './rooms/cut';
import { gatherRoom } from './rooms/gather';
import { incomingRoom } from './rooms/incoming';
import { keepRoom } from './rooms/keep';
import { libraryRoom } from './rooms/library';
import { markRoom } from './rooms/mark';
import { sheetsRoom } from './rooms/sheets';
import { tryRoom } from './rooms/try';
import { tuneRoom } from './rooms/tune';
import { wayRoom } from './rooms/way';
import { curveEditor } from './parts/curve';
import { bringing } from './parts/drop';
import { keyHelp, rooms } from './parts/keys';
import { server } from './parts/server';
import { slider } from './parts/slider';

for (const [name, component] of Object.entries({
    bringing, brushRoom, cutRoom, gatherRoom, incomingRoom, keepRoom, libraryRoom, markRoom, sheetsRoom, tryRoom, tuneRoom, wayRoom, curveEditor, keyHelp, rooms, server, slider,
})) {
    Alpine.data(name, component);
}
Alpine.start();
