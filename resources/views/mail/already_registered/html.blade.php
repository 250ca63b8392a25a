@extends('mail.frame', ['title' => 'You already have an account'])
@section('content')
<p style="margin:0 0 12px">Hello {{ $name }},</p>
<p style="margin:0 0 20px">Somebody tried to create an account on {{ $app }} with this address. You already have one, so nothing was changed. If it was you, sign in instead.</p>
<p style="margin:0 0 20px"><a href="{{ $url }}" target="_blank" rel="noopener" style="display:inline-block;padding:12px 20px;background:#006373;color:#ffffff;text-decoration:none;border-radius:6px;font-weight:700">Go to the sign-in page</a></p>
<p style="margin:0;font-size:14px;color:#4b5d66"><span style="word-break:break-all">{{ $url }}</span><br>If it was not you, there is nothing to do. They were told nothing about you.</p>
@endsection
