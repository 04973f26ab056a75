# Installs what is missing and builds. Sourced by demo.sh and test.sh, with the project's folder as working folder.
# Needs root or sudo only where something is missing.

packages="g++ cmake ninja-build clang-format pkg-config libcli11-dev libfmt-dev libspdlog-dev libtomlplusplus-dev
nlohmann-json3-dev libeigen3-dev libboost-dev libnlopt-dev libutf8proc-dev libdw-dev libseccomp-dev libxxhash-dev libcsv-dev libvalijson-dev libkainjow-mustache-dev libjs-chart.js libgtest-dev gnuplot-nox
fonts-dejavu-core ${more_packages:-}"
# Languages of solutions, by the command that has to be there, whoever installed it. A caller may want more.
tools="python3:python3 gcc:gcc awk:mawk ${more_tools:-}"

missing=""
for package in $packages; do
    state=$(dpkg-query -W -f '${db:Status-Status}' "$package" 2>/dev/null || true)
    [ "$state" = installed ] || missing="$missing $package"
done
for tool in $tools; do
    command -v "${tool%%:*}" >/dev/null || missing="$missing ${tool##*:}"
done
if [ -n "$missing" ]; then
    echo "installing:$missing"
    as_root=""
    if [ "$(id -u)" != 0 ]; then
        command -v sudo >/dev/null || { echo "some packages are missing and there is no sudo; as root: apt-get install$missing" >&2; exit 3; }
        as_root=sudo
    fi
    $as_root apt-get update -qq
    DEBIAN_FRONTEND=noninteractive $as_root apt-get install -y -qq --no-install-recommends $missing >/dev/null
fi

[ -f build/build.ninja ] || cmake --preset default >build.log 2>&1 || { cat build.log >&2; rm -f build.log; exit 3; }
rm -f build.log
