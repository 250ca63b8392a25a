{!! $app !!}: an account was made for you
