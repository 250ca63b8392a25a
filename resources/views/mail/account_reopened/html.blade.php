@extends('mail.frame', ['title' => 'Your account is open again'])
@section('content')
<p style="margin:0 0 12px">Hello {{ $name }},</p>
<p style="margin:0 0 20px">Your account on {{ $app }} is open again, with everything that was in it.</p>
<p style="margin:0 0 20px"><a href="{{ $url }}" target="_blank" rel="noopener" style="color:#006373">Sign in</a> as before.</p>
<p style="margin:0;font-size:14px;color:#4b5d66">The whole link:<br><span style="word-break:break-all">{{ $url }}</span></p>
@endsection
