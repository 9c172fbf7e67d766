# How PHP is run wherever the engine works: its loops are compiled only where the JIT is asked for.
PHP_FLAGS=(-d opcache.enable=1 -d opcache.enable_cli=1 -d opcache.jit_buffer_size=128M -d opcache.jit=tracing -d opcache.jit_max_exit_counters=65536 -d memory_limit=3G -d expose_php=0)

# What the decoders may do, and with how much memory.
MAGICK_CONFIGURE_PATH=$(cd "$(dirname "${BASH_SOURCE[0]}")/../config/imagemagick" && pwd)
export MAGICK_CONFIGURE_PATH

# For processes that run all of the engine, as workers and pages do: at the default limits of the tracing JIT the loops that
# come last are not compiled, and cost two to four times as much.
ENGINE_FLAGS=("${PHP_FLAGS[@]}" -d opcache.jit_max_exit_counters=65536 -d opcache.jit_max_side_traces=16384 -d opcache.jit_max_root_traces=16384)

# Arrays of pixels are large: in pages of 2 MB their memory is had in a quarter of the time, and loops
# over them took 20 to 40 % less (bench/cut.php, machines where the system offers such pages on request).
export USE_ZEND_ALLOC_HUGE_PAGES=1

# For a process that makes one large picture after another: memory it has let go of stays with it, and is had again
# at once. PHP's own allocator gives arrays of pixels back to the system each time, which must clear
# and map them anew: a fifth more for a pass over a picture of 1,000 px, in a virtual machine.
KEEP_MEMORY=(env USE_ZEND_ALLOC=0 MALLOC_MMAP_THRESHOLD_=1073741824 MALLOC_TRIM_THRESHOLD_=2147483647 MALLOC_TOP_PAD_=67108864)
