Hello {!! $name !!},

Whoever looks after {!! $app !!} has changed the address of your account
from {!! $before !!}
to {!! $after !!}.

If you know of this, there is nothing to do. If not, write to them at once.
