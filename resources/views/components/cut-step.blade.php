{{-- One step of the cut list, `s` in scope; its form follows from the step's own description. --}}
<li class="card grid grid-cols-[16px_minmax(0,1fr)_auto] items-center gap-x-[9px] gap-y-[2px] px-[11px] py-[8px]" :class="isChosen(s) ? 'shadow-[0_0_0_1.5px_var(--color-yarrow)]' : ''" :data-step="s.step">
    <button type="button" class="cursor-grab touch-none p-0 text-[13px] tracking-[-2px] text-stone" :data-grip="s.key" :aria-label="'Move ' + form(s).label + ' with the up and down keys'"
            x-on:pointerdown="lift(s, $event)" x-on:keydown="grip(s, $event)">⋮⋮</button>
    <button type="button" class="p-0 text-left text-[14px] font-bold" x-on:click="choose(s)" x-text="form(s).label" :aria-expanded="isChosen(s)"></button>
    <input type="checkbox" class="switch" :checked="s.on" x-on:change="toggle(s)" :aria-label="form(s).label + ' is on'">
    <p class="small col-span-2 col-start-2 m-0" x-show="!isChosen(s)" x-text="summary(s)"></p>
    <template x-if="isChosen(s)">
        <div class="col-span-2 col-start-2 flex flex-col gap-1 pt-1">
            <p class="small m-0" x-text="form(s).sentence"></p>
            <x-form-fields of="s" />
            <template x-if="s.step === 'hand-mask'">
                <div class="flex flex-col gap-1">
                    <div role="group" aria-label="The hand"><button type="button" class="choice" :aria-pressed="!hand.shows" x-on:click="setShows(false)">hides</button><button type="button" class="choice" :aria-pressed="hand.shows" x-on:click="setShows(true)">shows again</button></div>
                    <x-slider of="handSize" />
                    <x-slider of="handSoftness" />
                    <button type="button" class="quiet self-start bg-fog-200" x-on:click="undoStroke(s)" :disabled="s.numbers.strokes.length === 0">Take the last stroke back</button>
                </div>
            </template>
            <template x-if="s.step === 'take-thing'">
                <div class="flex flex-col gap-1">
                    <div role="group" aria-label="Pointing"><button type="button" class="choice" :aria-pressed="isThing('around', false)" x-on:click="setThing('around', false)">a box</button><button type="button" class="choice" :aria-pressed="isThing('around', true)" x-on:click="setThing('around', true)">around it</button><button type="button" class="choice" :aria-pressed="isThing('this', false)" x-on:click="setThing('this', false)">this</button><button type="button" class="choice" :aria-pressed="isThing('not', false)" x-on:click="setThing('not', false)">not this</button></div>
                    <x-slider of="thingSize" />
                    <div class="flex gap-2"><button type="button" class="quiet bg-fog-200" x-on:click="undoMark(s)" :disabled="s.numbers.marks.length === 0">Take the last mark back</button><button type="button" class="quiet bg-fog-200" x-on:click="beginThing(s)" :disabled="saysNothing(s)">Begin anew</button></div>
                </div>
            </template>
            <template x-if="s.step === 'straighten'">
                <div class="flex flex-col gap-1">
                    <div role="group" aria-label="Its corners, moved with the arrow keys" class="grid grid-cols-2 gap-[5px]"><template x-for="c in cornersOf(s)" :key="c.i"><button type="button" class="quiet bg-fog-200 text-left leading-tight" x-on:keydown="nudgeCorner(s, c.i, $event)" title="Move it with the arrow keys; with Shift farther"><span class="block" x-text="c.label"></span><span class="small block tabular-nums" x-text="c.place"></span></button></template></div>
                    <button type="button" class="quiet self-start bg-fog-200" x-on:click="findCorners(s)">Find them</button>
                </div>
            </template>
            <template x-if="s.step === 'grey-mix'">
                <button type="button" class="quiet self-start bg-fog-200" x-on:click="partGreys(s)" title="A mix that keeps the colours of this picture apart">Part its greys</button>
            </template>
            <template x-if="s.step === 'clear-colour'">
                <div class="flex items-center gap-2"><span class="small flex-1" x-text="s.numbers.places.length === 1 ? '1 place pointed at' : s.numbers.places.length + ' places pointed at'"></span><button type="button" class="quiet bg-fog-200" x-on:click="pointAnew(s)" :disabled="s.numbers.places.length === 0">Point anew</button></div>
            </template>
            <p class="m-0 text-[12.5px] text-yarrow-dark" x-show="hint !== ''" x-text="hint"></p>
            <button type="button" class="self-start p-0 text-[12.5px] text-stone underline" x-on:click="remove(s)">Take this step out</button>
        </div>
    </template>
</li>
