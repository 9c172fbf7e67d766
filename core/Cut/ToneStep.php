<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

/** A step that means the same on white paper as where paper has become nothing: it changes tones, or takes parts of the picture away. */
interface ToneStep extends Step
{
}
