Hello {!! $name !!},

Your account on {!! $app !!} is closed. Nobody can sign in to it any more.

For {!! $days !!} days it can be reopened: write to whoever looks after {!! $app !!}.
After that it is deleted with everything in it.
