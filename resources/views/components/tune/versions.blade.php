<section aria-label="Versions" class="card min-h-0 overflow-y-auto p-3" x-show="shows('versions')" x-cloak>
    <div class="grid grid-cols-3 gap-[10px]">
        <template x-for="v in versions" :key="v.id">
            <button type="button" class="strip" :aria-pressed="isNow(v)" :data-version="v.id" x-on:click="takeVersion(v)"><img :src="v.strip" alt="" class="block h-[84px] w-full bg-white object-contain"><span class="block bg-fog-50 px-3 py-[5px] text-[13px]" :title="v.exact"><b x-text="'Kept ' + v.at"></b><span class="ml-2 text-stone" x-text="isNow(v) ? 'as it stands now' : 'put it back'"></span></span></button>
        </template>
    </div>
</section>
