{{-- The strokes, as large as there is room; a strip below them says what they are and how they are looked at. --}}
<section aria-label="Swatch" class="grid min-h-0 grid-rows-[minmax(0,1fr)_auto] overflow-hidden rounded-[10px] bg-fog-50 shadow-[0_0_0_1px_var(--color-fog-200)]">
    <div x-ref="mat" class="contain-strict relative min-h-0 touch-none select-none overflow-hidden" :class="[looking.backdrop, isPicking ? 'cursor-crosshair' : '']">
        <div x-ref="board" class="absolute inset-0 origin-top-left">
            <canvas x-ref="swatch" class="absolute left-0 top-0" role="img" tabindex="0" x-on:keydown="looking.walk($event)" x-on:blur="looking.leaveDabs($event)" :aria-label="'Practice strokes painted with ' + standing + '. Arrow keys go from dab to dab.'"></canvas>
            <div class="absolute inset-0" x-show="holding.comparing" x-cloak :class="looking.backdrop" :style="holding.leftClip"><canvas x-ref="leftSwatch" class="absolute left-0 top-0" role="img" :aria-label="'The same strokes, ' + holding.sideWords(holding.left)"></canvas></div>
            <div class="absolute inset-0" x-show="holding.showsRight" x-cloak :class="looking.backdrop" :style="holding.rightClip"><canvas x-ref="rightSwatch" class="absolute left-0 top-0" role="img" :aria-label="'The same strokes, ' + holding.sideWords(holding.right)"></canvas></div>
            <canvas x-ref="litSwatch" class="pointer-events-none absolute left-0 top-0" aria-hidden="true"></canvas>
        </div>
        <template x-if="holding.comparing">
            <div class="pointer-events-none absolute inset-0">
                <i class="absolute inset-y-0 w-[2px] bg-yarrow" :style="holding.lineStyle"></i>
                <span class="absolute left-2 top-2 rounded-[5px] bg-fog-50 px-2 text-[12.5px]" x-text="holding.sideWords(holding.left)"></span>
                <span class="absolute right-2 top-2 rounded-[5px] bg-fog-50 px-2 text-[12.5px]" x-text="holding.sideWords(holding.right)"></span>
            </div>
        </template>
        <p class="pointer-events-none absolute left-2 top-2 m-0 flex items-center gap-2 rounded-[5px] bg-fog-50/95 px-2 py-[2px] text-[12.5px]" role="status" data-dab x-show="looking.dabWords !== ''" x-cloak><i class="size-[11px] rounded-[3px]" :style="looking.dabInk"></i><span x-text="looking.dabWords"></span></p>
        <p class="absolute right-2 top-2 m-0 flex max-w-[70%] items-center gap-2 rounded-[5px] bg-yarrow-light px-2 py-[2px] text-[12.5px] text-yarrow-dark" role="status" data-begun x-show="begun !== '' &amp;&amp; !holding.comparing" x-cloak><span x-text="begun"></span><button type="button" class="px-1 underline" x-on:click="readBegun">Good</button></p>
        <p class="wrong pointer-events-none absolute bottom-2 right-2 m-0 max-w-[70%] rounded-[5px] bg-fog-50 px-2 py-[2px]" role="alert" x-show="message !== ''" x-cloak x-text="message"></p>
        <p class="pointer-events-none absolute bottom-2 left-2 m-0 rounded-[5px] bg-fog-50 px-2 text-[12.5px] text-stone" role="status" x-show="practising.penWords !== ''" x-cloak x-text="practising.penWords"></p>
        <input type="range" class="divider absolute inset-x-0 bottom-0" min="0" max="1000" :value="holding.divider" x-on:input="holding.moveDivider($event)" x-show="holding.comparing" x-cloak aria-label="Divider between the two">
    </div>
    <div class="flex min-w-0 flex-wrap items-center gap-x-3 px-3 py-[3px] text-[13px] text-stone">
        <p class="m-0 min-w-0 flex-1 basis-[270px] truncate" role="status" :title="reporting.report.words"><b class="text-ink">Step report</b> <span data-report x-text="reporting.report.words"></span></p>
        <button type="button" class="tool flex-none py-[3px]" x-show="reporting.canJoin" x-cloak x-on:click="reporting.join($event)">Make it solid</button>
        <span class="flex flex-none items-center gap-1 whitespace-nowrap" title="How large the tip prints on paper"><span data-print x-text="reporting.printWords"></span><input type="text" inputmode="numeric" class="slider-value w-[42px]" :value="reporting.dpi" x-on:change="reporting.setDpi($event)" aria-label="Resolution of the print, dpi"><span>dpi</span></span>
        <span class="ml-auto flex flex-none items-center gap-[5px]">
            <span class="flex items-center gap-1 rounded-[7px] bg-yarrow-light px-2 text-yarrow-dark" x-show="practising.marks.length > 0" x-cloak><span x-text="practising.handWords"></span><button type="button" class="px-1 underline" x-on:click="practising.clear($event)">Clear</button></span>
            <button type="button" class="tool" x-on:click="anotherRoll">Another roll</button>
            <span class="flex items-center gap-[3px]" role="group" aria-label="Held to compare">
                <button type="button" class="tool" x-on:click="holding.hold($event)" title="Set this state aside to compare with">Hold</button>
                <template x-for="h in holding.held" :key="h.name"><span class="flex items-center rounded-[7px] bg-fog-100"><button type="button" class="choice min-h-[26px] min-w-[26px] px-[6px]" :aria-pressed="holding.isCompared(h)" x-on:click="holding.compare(h)" x-text="h.name" :aria-label="h.name + ': compare with this held state'" :data-held="h.name" :title="'Compare with held ' + h.name"></button><button type="button" class="min-h-[26px] min-w-[24px] text-stone" x-on:click="holding.letGo(h)" :aria-label="'Let held ' + h.name + ' go'">×</button></span></template>
            </span>
            <span class="flex items-center" role="group" aria-label="How closely it is looked at">
                <button type="button" class="tool px-[9px]" x-on:click="looking.farther($event)" aria-label="Farther away">−</button>
                <button type="button" class="tool w-[58px] px-0 text-center tabular-nums" x-on:click="looking.trueSize($event)" data-zoom x-text="looking.zoomWords" title="Back to true size"></button>
                <button type="button" class="tool px-[9px]" x-on:click="looking.closer($event)" aria-label="Closer">+</button>
            </span>
            <span class="flex items-center gap-[8px] px-1" role="group" aria-label="Backdrop">
                <template x-for="b in looking.backdrops" :key="b.id"><button type="button" class="size-[16px] rounded-full p-0 shadow-[inset_0_0_0_1px_#0005] aria-pressed:outline-2 aria-pressed:outline-offset-2 aria-pressed:outline-yarrow" :class="b.id" :aria-pressed="looking.isBackdrop(b)" :aria-label="b.label" :title="b.label" x-on:click="looking.setBackdrop(b)"></button></template>
                <select class="field h-[27px] w-[82px] py-0" x-on:change="looking.setUnder($event)" aria-label="A source as the backdrop">
                    <option value="">picture …</option>
                    <template x-for="s in sources" :key="s.id"><option :value="s.id" :selected="looking.isUnder(s)" x-text="s.name"></option></template>
                </select>
            </span>
        </span>
    </div>
</section>
