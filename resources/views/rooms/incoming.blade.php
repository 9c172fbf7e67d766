<x-layout room="keep" title="Brought in">
    <x-data id="incoming-data" :value="$data" />
    <main x-data="incomingRoom" class="grid min-h-0 grid-rows-[auto_minmax(0,1fr)]">
        <div class="flex flex-wrap items-center gap-3 border-b border-fog-200 px-5 py-[10px]">
            <h1 class="m-0 text-[19px]">Brought in</h1>
            <span class="small">Painted here by this engine. Nothing of it is in the library yet.</span>
            <label class="ml-auto flex items-center gap-2 text-[13px]">All of them on a set <input class="field w-[170px]" maxlength="120" x-model="onSet" placeholder="on none" aria-label="Put all of them on a set called"></label>
            <button type="button" class="quiet bg-fog-200" x-on:click="leaveAll" :disabled="taking">Leave it all</button>
            <button type="button" class="firm px-[18px] py-[9px] text-[14px]" x-on:click="take" :disabled="taking || hasNone" x-text="takeWords"></button>
            <p class="m-0 flex w-full items-center gap-3" role="status" x-show="taking" x-cloak><progress class="bar w-[240px]" :value="part"></progress><span class="flex-1" x-text="doing"></span><button type="button" class="quiet" x-on:click="callOff">Call off</button></p>
            <p class="wrong m-0 w-full" role="alert" x-show="message !== ''" x-cloak x-text="message"></p>
        </div>
        <div class="min-h-0 overflow-y-auto px-5 py-4">
            <template x-for="f in bundles" :key="f.place">
                <section class="mb-6" :data-bundle="f.place">
                    <template x-if="f.wrong"><div class="card border-l-4 border-madder p-4"><h2 class="m-0 mb-1 text-[17px]" x-text="f.name"></h2><p class="m-0 text-[14px]" role="alert" x-text="f.wrong"></p></div></template>
                    <template x-if="!f.wrong">
                        <div>
                            <div class="mb-2 flex flex-wrap items-baseline gap-3"><h2 class="m-0 text-[18px]" x-text="f.title || f.name"></h2><span class="small" x-text="bundleWords(f)"></span><span class="small" x-text="setWords(f)"></span>
                                <select class="field ml-auto" aria-label="For all whose name is here already" x-show="hasNamed(f)" x-on:change="chooseForAll(f, $event)"><option value="">where the name is here already …</option><option value="take">keep both</option><option value="replace">replace, as a new version</option><option value="skip">skip</option></select></div>
                            <p class="m-0 mb-2 max-w-[760px] text-[14px]" x-show="f.note !== ''" x-text="f.note"></p>
                            <ul class="m-0 grid list-none grid-cols-[repeat(auto-fill,minmax(270px,1fr))] gap-[14px] p-0">
                                <template x-for="(b, i) in shownOf(f)" :key="i">
                                    <li class="card overflow-hidden" :data-item="i"><img :src="b.strip" alt="" loading="lazy" width="340" height="104" class="block h-auto w-full bg-white" :class="isChoice(f, i, 'skip') ? 'opacity-50' : ''">
                                        <div class="px-3 pb-2 pt-1"><b class="block truncate font-title text-[15px]" x-text="b.name"></b><span class="small block truncate" x-text="signWords(b)"></span>
                                            <span class="mt-1 flex items-center gap-2"><select class="field" :aria-label="'What becomes of ' + b.name" x-on:change="choose(f, i, $event)"><option value="take" :selected="isChoice(f, i, 'take')" x-text="b.named === null ? 'take' : 'keep both'"></option><option value="replace" x-show="b.named !== null" :selected="isChoice(f, i, 'replace')">replace, as a new version</option><option value="skip" :selected="isChoice(f, i, 'skip')">skip</option></select><span class="text-[12px] text-yarrow-dark" x-text="metWords(b)"></span></span></div></li>
                                </template>
                            </ul>
                        </div>
                    </template>
                </section>
            </template>
            <section x-show="hasPictures" x-cloak aria-label="Pictures">
                <div class="mb-2 flex flex-wrap items-center gap-3"><h2 class="m-0 text-[18px]">Pictures</h2><span class="small">Each is cut as its checks say and becomes a brush; how it was cut can be changed later in Cut.</span>
                    <label class="ml-auto flex items-center gap-2 text-[13px]">All begin as <select class="field" x-on:change="setBeginning" data-beginning><template x-for="b in beginningNames" :key="b"><option :value="b" :selected="isBeginning(b)" x-text="b"></option></template></select></label></div>
                <ul class="m-0 grid list-none grid-cols-[repeat(auto-fill,minmax(270px,1fr))] gap-[14px] p-0">
                    <template x-for="f in pictures" :key="f.place">
                        <li class="card overflow-hidden" :data-picture="f.place"><img :src="pictureStrip(f)" alt="" loading="lazy" width="340" height="104" class="block h-auto w-full bg-white" :class="isLeft(f) ? 'opacity-50' : ''"><div class="flex items-center gap-2 px-3 py-2"><b class="min-w-0 flex-1 truncate font-title text-[15px]" x-text="f.name"></b><label class="flex items-center gap-1 text-[12.5px]"><input type="checkbox" :checked="!isLeft(f)" x-on:change="leave(f)"> take</label></div></li>
                    </template>
                </ul>
            </section>
        </div>
    </main>
</x-layout>
