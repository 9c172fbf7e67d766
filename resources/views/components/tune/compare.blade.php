<section aria-label="What differs" class="card min-h-0 overflow-y-auto px-4 py-3" x-show="shows('compare')" x-cloak>
    <div class="flex items-center gap-3">
        <h2 class="m-0 text-[15px]" x-text="differences.length === 0 ? 'Nothing differs' : 'What differs'"></h2>
        <label class="text-[13px]">left <select class="field" x-on:change="setLeft"><template x-for="n in sides" :key="n"><option :value="n" :selected="n === left" x-text="sideWords(n)"></option></template></select></label>
        <label class="text-[13px]">right <select class="field" x-on:change="setRight"><template x-for="n in sides" :key="n"><option :value="n" :selected="n === right" x-text="sideWords(n)"></option></template></select></label>
        <button type="button" class="quiet bg-fog-200" x-show="differences.length > 0 &amp;&amp; left !== 'now'" x-on:click="takeAllFrom(left)" x-text="'Take all of ' + sideWords(left)"></button>
        <button type="button" class="quiet bg-fog-200" x-show="differences.length > 0 &amp;&amp; right !== 'now'" x-on:click="takeAllFrom(right)" x-text="'Take all of ' + sideWords(right)"></button>
        <button type="button" class="quiet ml-auto" x-on:click="show('settings')">Back to the settings</button>
    </div>
    <table class="mt-2 w-full border-collapse text-left text-[13.5px]" x-show="differences.length > 0">
        <thead class="text-stone"><tr><th class="py-1 font-normal">Setting</th><th class="font-normal" x-text="sideWords(left)"></th><th class="font-normal" x-text="sideWords(right)"></th></tr></thead>
        <tbody><template x-for="d in differences" :key="d.id"><tr class="border-t border-fog-200" :data-difference="d.id"><th scope="row" class="py-[5px]" x-text="d.label"></th><td><span class="mr-2" x-text="d.left"></span><button type="button" class="quiet bg-fog-200 py-[2px]" x-show="left !== 'now'" x-on:click="takeFrom(left, d)" :aria-label="'Take it: ' + d.label + ' of ' + sideWords(left)">Take it</button></td><td><span class="mr-2" x-text="d.right"></span><button type="button" class="quiet bg-fog-200 py-[2px]" x-show="right !== 'now'" x-on:click="takeFrom(right, d)" :aria-label="'Take it: ' + d.label + ' of ' + sideWords(right)">Take it</button></td></tr></template></tbody>
    </table>
</section>
