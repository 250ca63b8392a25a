# A terminal, a television, a logger: it shows a code, and the person agrees on a telephone.
value() { sed -n "s/.*\"$1\":\"\{0,1\}\([^\",}]*\).*/\1/p" | sed 's/\\\//\//g'; }

begun=$(curl --fail-with-body --silent --show-error '{{issuer}}/oauth/device' \
  --data-urlencode 'client_id={{client_id}}' --data-urlencode 'scope={{scope}}')
echo "Open $(printf %s "$begun" | value verification_uri) and type $(printf %s "$begun" | value user_code)" >&2
pause=$(printf %s "$begun" | value interval)
while :; do
  sleep "$pause"
  answer=$(curl --silent --show-error '{{issuer}}/oauth/token' \
    --data-urlencode 'grant_type=urn:ietf:params:oauth:grant-type:device_code' \
    --data-urlencode 'client_id={{client_id}}' --data-urlencode "device_code=$(printf %s "$begun" | value device_code)")
  case $(printf %s "$answer" | value error) in
    authorization_pending) ;;
    slow_down) pause=$((pause + 5)) ;;
    '') break ;;
    *) printf '%s\n' "$answer" >&2; exit 1 ;;
  esac
done
printf '%s\n' "$answer"
