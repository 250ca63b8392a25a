@extends('mail.frame', ['title' => 'A temporary password'])
@section('content')
<p style="margin:0 0 12px">Hello {{ $name }},</p>
<p style="margin:0 0 12px">Somebody who looks after {{ $app }} has given your account a temporary password:</p>
<p style="margin:0 0 20px;font-family:monospace;font-size:18px">{{ $password }}</p>
<p style="margin:0 0 20px"><a href="{{ $url }}" target="_blank" rel="noopener" style="color:#006373">Sign in with it</a> within {{ $hours }} hours, and choose one of your own there. The former password has stopped working.</p>
<p style="margin:0;font-size:14px;color:#4b5d66">The whole link:<br><span style="word-break:break-all">{{ $url }}</span></p>
@endsection
