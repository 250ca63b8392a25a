@extends('mail.frame', ['title' => 'An account was made for you'])
@section('content')
<p style="margin:0 0 12px">Hello {{ $name }},</p>
<p style="margin:0 0 20px">Somebody who looks after {{ $app }} has made an account for you, with this address.</p>
<p style="margin:0 0 20px"><a href="{{ $url }}" target="_blank" rel="noopener" style="color:#006373">Choose your password</a> within {{ $hours }} hours. That also verifies your address.</p>
<p style="margin:0 0 20px">If this means nothing to you, do nothing: without a password nobody can use it.</p>
<p style="margin:0;font-size:14px;color:#4b5d66">The whole link:<br><span style="word-break:break-all">{{ $url }}</span></p>
@endsection
