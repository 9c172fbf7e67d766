{{-- The controls of a station; at their right what the chosen one needs. --}}
<section aria-label="Settings of the station" x-show="shows('settings')" class="card contain-strict grid min-h-0 grid-cols-[minmax(0,1fr)_276px] gap-5 overflow-hidden px-4 py-[8px]" role="tabpanel">
    <div class="grid min-h-0 auto-rows-max grid-cols-3 gap-x-[22px] gap-y-[6px] overflow-y-auto pr-1">
        <template x-for="c in controls" :key="c.key">
            <div x-on:focusin="point(c.id)" x-on:pointerdown="point(c.id)" class="group relative contain-content rounded-[8px] px-[6px] py-[3px]" :class="chosen === c.id ? 'bg-fog-100' : ''" :data-control="c.key">
                <template x-if="c.kind === 'number'"><x-slider of="c" /></template>
                <template x-if="c.kind === 'curve'">
                    <div><p class="m-0 text-[13.5px] font-bold" x-text="c.label" :title="c.sentence"></p><button type="button" class="quiet mt-1" x-on:click="point(c.id)">Shape its curve</button></div>
                </template>
                <template x-if="c.kind === 'choice'">
                    <div role="group" :aria-label="c.label">
                        <p class="m-0 text-[13.5px] font-bold" x-text="c.label" :title="c.sentence"></p>
                        <div class="mt-1 flex flex-wrap gap-1 rounded-[7px] bg-fog-100 p-[2px]">
                            <template x-for="v in c.choices" :key="v"><button type="button" class="choice" :aria-pressed="isPicked(c.id, v)" x-on:click="pick(c.id, v)" x-text="v"></button></template>
                        </div>
                    </div>
                </template>
                <template x-if="c.kind === 'tip'">
                    <div>
                        <p class="m-0 text-[13.5px] font-bold">Tip</p>
                        <button type="button" class="mt-1 flex w-full items-center gap-3 rounded-[8px] bg-white p-1 text-left shadow-[0_0_0_1px_var(--color-fog-200)]" x-on:click="point('tip')" data-choose="tip" title="Choose another tip"><span class="sr-only">Choose another tip; now</span>
                            <template x-for="f in pickingParts.tipInHand.frames.slice(0, 4)" :key="f"><img :src="f" alt="" class="size-[38px] flex-none object-contain"></template>
                            <span class="min-w-0 truncate text-[12.5px]"><span x-text="pickingParts.tipInHand.name"></span><br><span class="text-stone" x-text="pickingParts.tipInHand.kind + (pickingParts.tipInHand.frames.length > 1 ? ' · ' + pickingParts.tipInHand.frames.length + ' frames' : '')"></span></span>
                        </button>
                    </div>
                </template>
                <template x-if="c.kind === 'bite'">
                    <div>
                        <p class="m-0 text-[13.5px] font-bold">Second tip</p>
                        <button type="button" class="mt-1 flex w-full items-center gap-3 rounded-[8px] bg-white p-1 text-left shadow-[0_0_0_1px_var(--color-fog-200)]" x-on:click="point('bite')" data-choose="bite" title="Choose a tip that bites"><span class="sr-only">Choose a tip that bites; now</span>
                            <img :src="pickingParts.biteInHand === null ? '' : pickingParts.biteInHand.frames[0]" alt="" class="size-[38px] flex-none object-contain" x-show="pickingParts.biteInHand !== null">
                            <span class="min-w-0 truncate px-1 text-[12.5px]" x-text="pickingParts.biteInHand === null ? 'none: nothing bites' : pickingParts.biteInHand.name"></span>
                        </button>
                    </div>
                </template>
                <div x-show="hasInfluence(c)" class="mt-[1px] flex min-h-[18px] items-center gap-2 text-[12px] text-stone">
                    <span class="h-[4px] w-[54px] flex-none rounded-[2px] bg-fog-200" role="img" :aria-label="'Influence ' + share(c) + ' %'" :data-influence="c.key" :data-share="share(c)" :data-weighed="told(c) ? 'yes' : 'no'"><span class="block h-full rounded-[2px] bg-sage" :style="shareStyle(c)"></span></span>
                    <span x-text="shareWords(c)"></span>
                </div>
                <button type="button" class="absolute bottom-[3px] right-[4px] size-[24px] rounded-[6px] text-[13px] text-stone opacity-0 hover:bg-fog-200 focus-visible:opacity-100 group-hover:opacity-100 aria-pressed:text-yarrow-dark aria-pressed:opacity-100" x-show="pinning.mayBeAtHand(c)" :aria-pressed="pinning.isAtHand(c)" :aria-label="pinning.atHandWords(c)" :title="pinning.atHandWords(c)" x-on:click.stop="pinning.flipAtHand(c)" :data-pin="c.id"><x-pin class="mx-auto block" /></button>
                <p class="m-0 flex flex-wrap gap-x-2 pr-[26px] text-[12px]">
                    <button type="button" class="rounded-full bg-yarrow-light px-[9px] text-left text-yarrow-dark" x-show="c.part === 'base' &amp;&amp; driving.driveWords(c.id) !== ''" x-text="driving.driveWords(c.id)" x-on:click="point(c.id)"></button>
                    <button type="button" class="changed" x-show="isControlChanged(c)" x-on:click="putControlBack(c)" :aria-label="'Put ' + c.label + ' back as it was kept'" title="Put it back as it was kept"><i class="mr-1 inline-block size-[7px] rounded-full bg-yarrow"></i><span x-text="isControlChanged(c) ? keptWords(c) : ''"></span> <span aria-hidden="true">↶</span></button>
                </p>
            </div>
        </template>
    </div>
    <aside class="contain-content min-h-0 overflow-y-auto border-l border-fog-200 pl-4 pr-1 text-[13px]" aria-label="The chosen setting">
        <h2 class="m-0 mb-1 text-[14px]" x-text="chosenLabel"></h2>
        <p class="m-0 mb-1 text-stone" x-text="chosenSentence"></p>
        <div class="flex flex-wrap items-center gap-1" x-show="driving.canDrive" role="group" aria-label="What moves it">
            <template x-for="d in driving.drives" :key="d.input"><button type="button" class="choice" :aria-pressed="driving.isInput(d.input)" x-on:click="driving.pointInput(d.input)" x-text="d.input"></button></template>
            <select class="field py-[2px]" x-on:change="driving.addDrive($event)" aria-label="Let something move it">
                <option value="" selected>moved by …</option>
                <template x-for="i in driving.inputsLeft" :key="i.id"><option :value="i.id" x-text="i.id"></option></template>
            </select>
        </div>
        <template x-if="driving.hasCurve">
            <div>
                <x-curve of="driving.curve" label="Curve" class="mt-2" />
                <p class="m-0 text-[12px] text-stone" x-show="!driving.isCurve"><span x-text="driving.inputEnds"></span><span data-drive-tells x-show="driving.driveTells !== ''" x-text="' · ' + driving.driveTells"></span></p>
                <div x-show="!driving.isCurve"><x-slider of="driving.driveFrom" class="mt-1" />
                <x-slider of="driving.driveTo" />
                <div x-show="driving.hasReference"><x-slider of="driving.driveReference" /></div>
                <button type="button" class="p-0 text-[12.5px] text-stone underline" x-on:click="driving.takeDriveOut($event)">It moves it no more</button></div>
            </div>
        </template>
        <x-tune.parts />
        <div class="mt-2" x-show="ranging.canRange">
            <button type="button" class="quiet bg-fog-200" x-on:click="ranging.showRange($event)" x-show="ranging.rangeValues.length === 0">From low to high, painted</button>
            <div class="flex flex-col gap-[5px]" x-show="ranging.rangeValues.length > 0" role="group" aria-label="From low to high: choose one">
                <template x-for="(v, i) in ranging.rangeValues" :key="i"><button type="button" class="flex items-center gap-2 rounded-[7px] bg-white p-[2px] text-left shadow-[0_0_0_1px_var(--color-fog-200)] hover:shadow-[0_0_0_2px_var(--color-yarrow)] aria-pressed:shadow-[0_0_0_2px_var(--color-yarrow)]" :aria-pressed="ranging.isTaken(v)" x-on:click="ranging.takeValue(v)"><canvas data-range width="190" height="72" class="h-[46px] w-[150px] object-contain"></canvas><span x-text="ranging.rangeLabel(v)"></span></button></template>
                <button type="button" class="quiet self-start" x-on:click="ranging.hideRange($event)">Put it away</button>
            </div>
        </div>
    </aside>
</section>
