<section aria-label="Practice pen" class="card min-h-0 overflow-y-auto p-3" x-show="shows('pen')" x-cloak>
    <div class="mb-2 flex flex-wrap items-center gap-2 text-[13px]">
        <span class="text-stone" x-show="practising.marks.length === 0">Paint on the swatch with your own pen, and it can be kept as a movement.</span>
        <span x-show="practising.marks.length > 0" class="flex items-center gap-2"><b x-text="practising.handWords"></b><input type="text" class="field w-[190px]" maxlength="120" placeholder="a name for it" :value="practising.recordingName" x-on:input="practising.recordingName = $event.target.value" aria-label="Name of the movement"><button type="button" class="firm py-[5px]" x-on:click="practising.record($event)">Keep it as a movement</button></span>
        <label class="quiet ml-auto cursor-pointer bg-fog-200 focus-within:outline-2 focus-within:outline-yarrow-dark">Bring an InkML file …<input type="file" accept=".inkml,.xml,application/inkml+xml" class="sr-only" data-bring-movement x-on:change="practising.bringMovement($event)"></label>
        <button type="button" class="quiet" x-on:click="show('settings')">Back to the settings</button>
    </div>
    <p class="wrong m-0 mb-2" role="alert" x-show="practising.message !== ''" x-text="practising.message"></p>
    <p class="m-0 mb-2 flex items-center gap-2 rounded-[7px] bg-yarrow-light px-2 py-1 text-[13px]" role="status" x-show="gone !== null"><span x-text="gone === null ? '' : '“' + gone.name + '” is deleted.'"></span><button type="button" class="underline" x-on:click="bringBack">Bring it back</button></p>
    <div class="grid grid-cols-4 gap-[10px]">
        <template x-for="m in practising.movements" :key="m.name + m.recorded">
            <div class="relative" :data-movement="m.recorded || m.pen">
                <span class="small pointer-events-none absolute inset-x-0 top-[24px] text-center" x-show="practising.isAwaited(m)">being painted …</span>
                <button type="button" class="strip w-full" :aria-pressed="practising.isMovement(m)" x-on:click="practising.takeMovement(m)"><canvas width="380" height="104" class="block h-[66px] w-full bg-white object-contain"></canvas><span class="block min-h-[44px] bg-fog-50 px-2 py-[4px] text-[12.5px] leading-[1.25]"><b class="mr-1" x-text="m.name"></b><span class="text-stone" x-text="m.sentence"></span></span></button>
                <template x-if="m.recorded !== null">
                    <div class="mt-1 flex items-center gap-1 text-[12px]"><input type="text" class="field min-w-0 flex-1 py-[1px]" maxlength="120" :value="m.name" x-on:change="practising.renameMovement(m, $event)" :aria-label="'Name of ' + m.name"><a class="tool no-underline" :href="m.file" download :aria-label="m.name + ' as InkML'">InkML</a><button type="button" class="tool" x-on:click="practising.deleteMovement(m)" :aria-label="'Delete ' + m.name">Delete</button></div>
                </template>
            </div>
        </template>
    </div>
</section>
