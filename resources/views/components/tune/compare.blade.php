<section aria-label="What differs" class="card min-h-0 overflow-y-auto px-4 py-3" x-show="shows('compare')" x-cloak>
    <div class="flex items-center gap-3">
        <h2 class="m-0 text-[15px]" x-text="holding.differences.length === 0 ? 'Nothing differs' : 'What differs'"></h2>
        <label class="text-[13px]">left <select class="field" x-on:change="holding.setLeft($event)"><template x-for="n in holding.sides" :key="n"><option :value="n" :selected="n === holding.left" x-text="holding.sideWords(n)"></option></template></select></label>
        <label class="text-[13px]">right <select class="field" x-on:change="holding.setRight($event)"><template x-for="n in holding.sides" :key="n"><option :value="n" :selected="n === holding.right" x-text="holding.sideWords(n)"></option></template></select></label>
        <button type="button" class="quiet bg-fog-200" x-show="holding.differences.length > 0 &amp;&amp; holding.left !== 'now'" x-on:click="holding.takeAllFrom(holding.left)" x-text="'Take all of ' + holding.sideWords(holding.left)"></button>
        <button type="button" class="quiet bg-fog-200" x-show="holding.differences.length > 0 &amp;&amp; holding.right !== 'now'" x-on:click="holding.takeAllFrom(holding.right)" x-text="'Take all of ' + holding.sideWords(holding.right)"></button>
        <button type="button" class="quiet ml-auto" x-on:click="show('settings')">Back to the settings</button>
    </div>
    <table class="mt-2 w-full border-collapse text-left text-[13.5px]" x-show="holding.differences.length > 0">
        <thead class="text-stone"><tr><th class="py-1 font-normal">Setting</th><th class="font-normal" x-text="holding.sideWords(holding.left)"></th><th class="font-normal" x-text="holding.sideWords(holding.right)"></th></tr></thead>
        <tbody><template x-for="d in holding.differences" :key="d.id"><tr class="border-t border-fog-200" :data-difference="d.id"><th scope="row" class="py-[5px]" x-text="d.label"></th><td><span class="mr-2" x-text="d.left"></span><button type="button" class="quiet bg-fog-200 py-[2px]" x-show="holding.left !== 'now'" x-on:click="holding.takeFrom(holding.left, d)" :aria-label="'Take it: ' + d.label + ' of ' + holding.sideWords(holding.left)">Take it</button></td><td><span class="mr-2" x-text="d.right"></span><button type="button" class="quiet bg-fog-200 py-[2px]" x-show="holding.right !== 'now'" x-on:click="holding.takeFrom(holding.right, d)" :aria-label="'Take it: ' + d.label + ' of ' + holding.sideWords(holding.right)">Take it</button></td></tr></template></tbody>
    </table>
</section>
