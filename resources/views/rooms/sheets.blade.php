<x-layout room="try" title="Sheets">
    <x-data id="sheets-data" :value="['url' => route('sheets.store'), 'openUrl' => route('sheets.open'), 'inHand' => $inHand?->id, 'sheets' => $sheets->map(App\Http\Controllers\SheetController::card(...))->values(), 'aside' => $aside->map(App\Http\Controllers\SheetController::card(...))->values()]" />
    <main x-data="sheetsRoom" class="min-h-0 overflow-y-auto bg-[#9a9a9a] px-5 py-[14px]">
        <div class="mb-[10px] flex items-center gap-[10px]">
            <h1 class="on-mat m-0 text-[17px]">Sheets</h1>
            <label class="on-mat cursor-pointer focus-within:outline-2 focus-within:outline-yarrow-dark">Open an OpenRaster file<input type="file" accept=".ora,image/openraster" class="sr-only" x-on:change="openFile" aria-label="Open an OpenRaster file"></label>
        </div>
        <div>
            <form class="card flex w-fit flex-wrap items-end gap-[10px] px-3 py-2 text-[13px]" x-on:submit.prevent="make" aria-label="A new sheet">
                <label class="flex flex-col">Name <input class="field w-[140px]" x-model="newName" maxlength="120" placeholder="Sheet"></label>
                <label class="flex flex-col">Begin with <select class="field" x-on:change="setPreset"><template x-for="p in presets" :key="p.id"><option :value="p.id" :selected="isPreset(p)" x-text="p.label"></option></template></select></label>
                <label class="flex flex-col">Width <input class="field w-[76px]" type="number" step="any" x-model.number="width"></label>
                <button type="button" class="quiet bg-fog-200" x-on:click="turn" title="Width for height" aria-label="Change width for height">⇄</button>
                <label class="flex flex-col">Height <input class="field w-[76px]" type="number" step="any" x-model.number="height"></label>
                <label class="flex flex-col">in <select class="field" x-on:change="setUnit"><option value="px" :selected="isUnit('px')">px</option><option value="mm" :selected="isUnit('mm')">mm</option></select></label>
                <label class="flex flex-col">dpi <input class="field w-[66px]" type="number" min="20" max="2400" x-model.number="dpi"></label>
                <button class="firm">Make a sheet</button>
                <span class="small self-center" role="status" x-text="sizeWords" data-size-words></span>
            </form>
        </div>
        <p class="m-0 mt-3 w-fit rounded bg-fog-50 px-2 py-1 text-[13px] text-madder" role="alert" x-show="message !== ''" x-cloak x-text="message"></p>
        <div class="mt-3 flex w-fit items-center gap-3 rounded-[10px] bg-yarrow-light px-4 py-2 text-[14px]" role="status" x-show="hasDeleted" x-cloak><span x-text="deletedWords"></span><button type="button" class="quiet" x-on:click="bringBack(deleted)">Bring it back</button></div>
        <ul class="m-0 mt-4 grid list-none grid-cols-[repeat(auto-fill,minmax(260px,1fr))] gap-4 p-0" data-wall>
            <template x-for="s in sheets" :key="s.id">
                <li class="card flex flex-col overflow-hidden" :data-sheet="s.id" :class="isInHand(s) ? 'shadow-[0_0_0_2px_var(--color-yarrow)]' : ''">
                    <a :href="s.try" class="grid h-[190px] place-items-center bg-neutral-mat p-3" :aria-label="'Paint on ' + s.name"><img :src="s.thumb" alt="" loading="lazy" class="max-h-full max-w-full object-contain shadow-[0_1px_6px_#0004]"></a>
                    <div class="px-3 pb-2 pt-1">
                        <input type="text" :value="s.name" maxlength="120" class="h-[26px] w-full rounded-[5px] border border-transparent bg-transparent px-1 font-title text-[16px] font-semibold hover:border-fog-300 focus:border-fog-300 focus:bg-white" aria-label="Name of the sheet" x-on:change="rename(s, $event)">
                        <p class="small m-0 px-1" x-text="s.facts"></p>
                        <p class="small m-0 px-1" x-text="s.made"></p>
                        <div class="mt-1 flex gap-[6px]"><a class="quiet no-underline" :href="s.try">Paint on it</a><button type="button" class="quiet" x-on:click="duplicate(s)">Duplicate</button><button type="button" class="quiet ml-auto" x-on:click="remove(s)">Delete</button></div>
                    </div>
                </li>
            </template>
        </ul>
        <section class="mt-6" x-show="hasAside" x-cloak data-aside>
            <h2 class="on-mat m-0 mb-2 w-fit text-[15px]">Set aside</h2>
            <ul class="m-0 grid list-none grid-cols-[repeat(auto-fill,minmax(260px,1fr))] gap-3 p-0">
                <template x-for="s in aside" :key="s.id">
                    <li class="card flex items-center gap-3 p-2"><img :src="s.thumb" alt="" loading="lazy" class="h-[52px] w-[76px] flex-none rounded-[6px] bg-neutral-mat object-contain opacity-70"><span class="min-w-0 flex-1"><span class="block truncate text-[14px]" x-text="s.name"></span><span class="small" x-text="'since ' + s.since"></span></span><button type="button" class="quiet flex-none" x-on:click="bringBack(s)">Bring it back</button></li>
                </template>
            </ul>
        </section>
    </main>
</x-layout>
