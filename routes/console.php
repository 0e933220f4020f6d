<?php

// Commands are classes in app/Console/Commands; nothing is scheduled.
