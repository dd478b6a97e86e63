#!/bin/sh
# need.sh PACKAGE FILE…: makes sure one of the files is there, installing the Debian package where this user may.
package=$1
shift
for file in "$@"; do
  [ -e "$file" ] && exit 0
done
if [ "$(id -u)" = 0 ] && command -v apt-get >/dev/null; then
  echo "Installing the Debian package $package."
  export DEBIAN_FRONTEND=noninteractive
  {
    apt-get install -y -qq "$package" || { apt-get update -qq && apt-get install -y -qq "$package"; }
  } >/dev/null 2>&1 && exit 0
fi
echo "Urn Cloth needs the Debian package $package. As root: apt-get install $package" >&2
exit 1
