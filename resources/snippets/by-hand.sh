# To look at each step by hand, not to run an app by: open the address, sign in, and paste what the browser came back with.
encode() { printf %s "$1" | od -An -v -tx1 | tr -d '\n' | sed 's/ /%/g'; }

verifier=$(head -c 32 /dev/urandom | base64 | tr '+/' '-_' | tr -d '=')
challenge=$(printf %s "$verifier" | openssl dgst -sha256 -binary | base64 | tr '+/' '-_' | tr -d '=')
state=$(head -c 16 /dev/urandom | base64 | tr '+/' '-_' | tr -d '=')
echo "{{issuer}}/oauth/authorize?response_type=code&client_id={{client_id}}&redirect_uri=$(encode '{{redirect_uri}}')&scope=$(encode '{{scope}}')&state=$state&code_challenge=$challenge&code_challenge_method=S256"
read -r back
case $back in *"state=$state"*) ;; *) echo 'This answers something else.' >&2; exit 1 ;; esac
code=$(printf %s "$back" | sed -n 's/.*[?&]code=\([^&]*\).*/\1/p')
curl --fail-with-body --silent --show-error '{{issuer}}/oauth/token' {{authentication}}\
  --data-urlencode 'grant_type=authorization_code' --data-urlencode 'redirect_uri={{redirect_uri}}' \
  --data-urlencode "code=$code" --data-urlencode "code_verifier=$verifier"
