<section aria-label="Beginnings" class="card min-h-0 overflow-y-auto p-3" x-show="shows('beginnings')" x-cloak>
    <div class="grid grid-cols-3 gap-[10px]">
        <template x-for="b in beginnings" :key="b.name">
            <button type="button" class="strip" :data-beginning="b.name" x-on:click="begin(b)"><canvas width="380" height="128" class="block h-[84px] w-full bg-white object-contain"></canvas><span class="block bg-fog-50 px-3 py-[5px] text-[13px]"><b class="mr-2" x-text="b.name"></b><span class="text-stone" x-text="b.sentence"></span></span></button>
        </template>
    </div>
</section>
