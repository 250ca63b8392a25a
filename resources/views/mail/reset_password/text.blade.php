Hello {!! $name !!},

Somebody, we hope you, asked to set a new password for your account on {!! $app !!}.
Open this page to choose one:

{!! $url !!}

It works once, for {!! $minutes !!} minutes. If you asked for nothing, do nothing:
your password stays as it is.
