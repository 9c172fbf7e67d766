{{-- Two windows changed one brush: the later one is told, and loses nothing. --}}
<div class="fixed inset-x-0 top-[60px] z-20 mx-auto flex w-max max-w-[92%] items-center gap-3 rounded-[10px] bg-yarrow-light px-4 py-3 text-[14px] shadow-[0_6px_28px_#0004]" role="alert" x-show="conflict !== null" x-cloak>
    <span>This brush was changed in another window meanwhile. What you made here is not lost.</span>
    <button type="button" class="firm" x-on:click="keepAsNew">Keep mine as a new brush</button>
    <button type="button" class="quiet" x-on:click="takeTheirs">Take up the other one</button>
</div>
