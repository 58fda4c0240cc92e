// Written by `npm run live-runtime` from live/page; a test holds that it is.

/** What can be asked of the runtime: the number of its declaration, and its name there. */
export const RUNTIME_NAMES = {
  aimAtPointer: [38, "Ve"],
  aimsInScene: [67, "tn"],
  aimsOnPage: [68, "on"],
  angleDelta: [0, "te"],
  arrivePart: [4, "xe"],
  channelsOnPage: [66, "rn"],
  curveWay: [30, "Fe"],
  doublePressPart: [16, "Me"],
  easingOf: [45, "Z"],
  edgesOnPage: [69, "ce"],
  focusInput: [49, "qe"],
  followsOnPage: [61, "en"],
  goBy: [39, "Ke"],
  goToNext: [37, "Ge"],
  goToPose: [35, "ie"],
  growing: [2, "he"],
  holdPart: [5, "Pe"],
  hoverPart: [6, "Le"],
  isIn: [41, "ue"],
  isSeen: [62, "nn"],
  keyInput: [50, "ze"],
  keyLeverPart: [10, "Se"],
  keyPart: [7, "we"],
  leversOfAll: [60, "Ze"],
  leversWithLag: [58, "$e"],
  leversWithSpring: [59, "Je"],
  placesOnPage: [70, "sn"],
  pointerInput: [48, "Ye"],
  pointerLeverPart: [9, "Ee"],
  pressPart: [15, "Te"],
  queuePart: [18, "Ie"],
  repeatPart: [23, "Ae"],
  runLive: [74, "an"],
  scrollInput: [51, "je"],
  setPose: [36, "He"],
  slideLeverPart: [11, "ke"],
  sliderInput: [52, "Qe"],
  springWay: [29, "K"],
  startPart: [22, "Oe"],
  switchedWay: [32, "_e"],
  watchPart: [25, "Ne"],
} as const;

/** What the names of its own objects are shortened to. */
export const RUNTIME_KEYS = {
  world: "A",
  driven: "B",
  study: "C",
  piece: "D",
  goal: "E",
  begin: "F",
  rate: "G",
  pieces: "H",
  step: "I",
  parts: "J",
  sendings: "K",
  turn: "L",
  count: "M",
  all: "N",
  slot: "O",
  base: "P",
  before: "Q",
  pieceAt: "R",
  due: "S",
  elements: "T",
  put: "U",
  slope: "V",
  chain: "W",
  rest: "X",
  still: "Y",
  trigger: "Z",
  waits: "_q",
  scene: "_r",
  answer: "_s",
  hold: "_t",
  moving: "_u",
  next: "_v",
  scale: "_w",
  advance: "_x",
  isStill: "_y",
  atOnce: "_z",
  channelsOfPose: "_10",
  drive: "_11",
  easing: "_12",
  horizon: "_13",
  interrupted: "_14",
  isIn: "_15",
  pointerValue: "_16",
  targetAt: "_17",
  aimed: "_18",
  begun: "_19",
  figuresAt: "_1a",
  isSeen: "_1b",
  run: "_1c",
  begins: "_1d",
  give: "_1e",
  isBusy: "_1f",
  numbers: "_1g",
  spring: "_1h",
  stops: "_1i",
  thens: "_1j",
  uses: "_1k",
  watches: "_1l",
  wayOf: "_1m",
  ends: "_1n",
  goesOn: "_1o",
  shareOf: "_1p",
  startOf: "_1q",
  turnsRound: "_1r",
  differences: "_1s",
} as const;

/** The declarations of the runtime in their order, and the numbers of others that each needs. */
export const RUNTIME_PIECES: readonly {
  readonly uses: readonly number[];
  readonly text: string;
}[] = [
  {
    uses: [],
    text: 'function te(n,e,r){let t=r==="none"?e-n:(e-n)%360,o=Math.abs(t);return r==="shorter"&&o>180||r==="longer"&&o>0&&o<180||r==="increasing"&&t<0||r==="decreasing"&&t>0?t-360*Math.sign(t):t}',
  },
  {
    uses: [],
    text: "let ge=100;",
  },
  {
    uses: [1],
    text: 'function he({K:n},{grows:e,reach:r=ge},t){let o=0;for(let{B:s,E:a,_z:i}of n)for(let l=0;l<s.channel.M;l++)!i&&a.Y&&(o=Math.max(o,Math.abs(a.value(t,l)-s.channel.value(t,l))*s._w));return e==="distance"?o/r:e==="root"?Math.sqrt(o/r):1}',
  },
  {
    uses: [],
    text: "let oe=400;",
  },
  {
    uses: [3],
    text: 'let xe=(n,e)=>{let[r,t]=[Number.NaN,0];n._1i=({id:o},s)=>(t=s===r?t+1:1,r=s,t===oe+1&&e.note?.("stopped",s,o),t>oe),n._19=({id:o},s,a,i)=>{e.note?.("begun",s,o,a,i),n.U(i,()=>{a.every(({B:u,D:m})=>u.channel.R(i)!==m)&&a.length>0&&i>s||(e.note?.("arrived",i,o),n._s(i,({when:u})=>u.on==="arrived"&&u.response===o))})}};',
  },
  {
    uses: [],
    text: 'let Pe=(n,e)=>{let r=0;return(t,o)=>{if(o.type!=="press"&&o.type!=="release")return;let s=++r;if(o.type==="release")return;let a=e.W(o.figure);for(let i of e.responses){let{when:l}=i;if(l.on!=="hold"||!a.includes(l.figure))continue;let u=t+l.time;n.U(u,()=>{r===s&&n.Z(i,u)})}}};',
  },
  {
    uses: [],
    text: 'let Le=(n,e)=>{let r=[];return(t,o)=>{if(!("x"in o))return;let s=r,{x:a,y:i,figure:l}=o,[u,m]=e.size,d=a>=0&&i>=0&&a<=u&&i<=m?e.W(l):[];r=d,n._s(t,({when:y})=>y.on==="leave"&&s.includes(y.figure)&&!d.includes(y.figure)||y.on==="enter"&&!s.includes(y.figure)&&d.includes(y.figure))}};',
  },
  {
    uses: [],
    text: 'let we=n=>(e,r)=>{r.type==="key-down"&&n._s(e,({when:t})=>t.on==="key"&&t.key===r.key)};',
  },
  {
    uses: [],
    text: "function z(n,{levers:e},r,t){for(let o of e?.values()??[]){let s=t(o.lever);s!==void 0&&isFinite(s)&&o._1e(r,s)&&n._1l?.(o,r)}}",
  },
  {
    uses: [8],
    text: 'let Ee=(n,e)=>(r,t)=>{"x"in t&&z(n,e,r,({of:o})=>e._16?.(r,o,t))};',
  },
  {
    uses: [8],
    text: 'let Se=(n,e)=>(r,t)=>{"key"in t&&z(n,e,r,({of:o,range:s})=>o.kind==="key"&&o.key===t.key?s[t.type==="key-down"?1:0]:void 0)};',
  },
  {
    uses: [8],
    text: 'let ke=(n,e)=>(r,t)=>{t.type==="lever"&&z(n,e,r,({id:o})=>o===t.lever?t.value:void 0)};',
  },
  {
    uses: [],
    text: "let We=350;",
  },
  {
    uses: [12],
    text: 'let Re=()=>{let n;return(e,r)=>{if(r.type!=="press")return!1;let{figure:t}=r,o=n!==void 0&&e-n.time<=We&&n.figure===t;return n=o?void 0:{time:e,figure:t},o}};',
  },
  {
    uses: [],
    text: 'let se=n=>(e,r)=>{let t=n?.();return(o,s)=>{let a=t?.(o,s),{type:i}=s;if(i!=="press"&&i!=="release")return;let l=r.W(s.figure);e._s(o,({when:u})=>(u.on===i||u.on==="double-press"&&a===!0)&&l.includes(u.figure))}};',
  },
  {
    uses: [14],
    text: "let Te=se();",
  },
  {
    uses: [13, 14],
    text: "let Me=se(Re);",
  },
  {
    uses: [],
    text: "let Ce=100;",
  },
  {
    uses: [17],
    text: 'let Ie=(n,e)=>{let r=[];let t=!1;n._q=(s,a,i,{K:l})=>{let{id:u,midFlight:m}=s,v=Math.max(a,...l.map(({B:y})=>y.channel.R(a)?.end??a)),d=m==="waits"&&(v>a||!t&&r.length>0);return!d&&(m!=="ignored"||v<=a)?!1:!d||!t&&r.length>=Ce?(e.note?.("ignored",a,u),!0):(t?r.unshift({response:s,pointer:i}):(r.push({response:s,pointer:i}),e.note?.("waits",a,u)),n.U(v,()=>o(v)),!0)};let o=s=>{let a=r.shift();if(!a)return;let i=r.length;t=!0,n.F(a.response,s,a.pointer),t=!1,i>0&&r.length===i&&n.U(s,()=>o(s))}};',
  },
  {
    uses: [],
    text: "function j({initial:n,range:e}){return n??e[0]}",
  },
  {
    uses: [],
    text: 'let A="rest";',
  },
  {
    uses: [],
    text: "function Q(n){let e=Math.floor(n)>>>0;return()=>{e=e+1831565813>>>0;let r=Math.imul(e^e>>>15,e|1);return r^=r+Math.imul(r^r>>>7,r|61),((r^r>>>14)>>>0)/2**32}}",
  },
  {
    uses: [],
    text: 'let Oe=(n,e)=>{for(let r of e.responses)r.when.on==="start"&&n.U(0,()=>n.Z(r,0))};',
  },
  {
    uses: [21],
    text: 'let Ae=(n,e)=>{for(let r of e.responses){let{when:t}=r;if(t.on!=="every")continue;let o=Q(t.seed??1),s=a=>{let i=(2*o()-1)*Math.min(t.jitter??0,t.time/2),l=a*t.time+i;n.U(l,()=>{n.Z(r,l),s(a+1)})};s(1)}};',
  },
  {
    uses: [],
    text: "let ae=240;",
  },
  {
    uses: [26],
    text: 'let Ne=(n,e)=>{let r=(t,o,s)=>{let{when:a}=o;if(a.on!=="rises"&&a.on!=="falls"||a.lever!==t.lever.id)return;let i=t.channel.R(s),l=De(t,s,a.past,a.on==="rises");l!==void 0&&(n.U(l,()=>{t.channel.R(l)===i&&(n.Z(o,l),l>s&&r(t,o,l))}),l<=n._13&&n._x(n._13))};n._1l=(t,o)=>{for(let s of e.responses)r(t,s,o)}};',
  },
  {
    uses: [24],
    text: "function De({channel:n},e,r,t){let o=n.R(e);if(!o)return;let s=u=>t?u>r:u<r,a=u=>n.value(u);let i=o.F===e?o.from[0]:a(e),l=e;if(!s(i)&&s(a(e)))return e;for(let u=1;u<=ae&&o.end>e;u++){let m=e+(o.end-e)*u/ae,v=a(m);if(!s(i)&&s(v)){let[d,y]=[l,m];for(let p=0;p<40;p++){let c=(d+y)/2;s(a(c))?y=c:d=c}return y}[i,l]=[v,m]}}",
  },
  {
    uses: [],
    text: "function X(n){return{F:()=>0,at:(e,r)=>e<n?r:0,G:()=>0,length:e=>e===0?0:n}}",
  },
  {
    uses: [27],
    text: "let w=X(0);",
  },
  {
    uses: [],
    text: "function K(n,e,r){let t=e/(2*r),o=n/r,s=o-t*t,a=Math.sqrt(Math.abs(s)),i=s>=0,l=i?t:o/(t+a),u=m=>{let v=Math.exp(-l*m),d=i?Math.sin(a*m):-Math.expm1(-2*a*m)/2,y=v*(a*m<1e-8?m:d/a);return[(i?v*Math.cos(a*m):v)+l*y,y]};return{F:(m,v,d)=>v??-d,at(m,v,d){let[y,p]=u(m);return v*y+d*p},G(m,v,d){let[y,p]=u(m);return-v*o*p+d*(y-2*t*p)},length(m,v,d){if(!(l>0))return 1/0;let y=Math.abs(v+l*m);let p=1e9;for(let g=0;g<60;g++)p=Math.max(0,Math.log((Math.abs(m)+y*p)/d)/l);if(!i||a===0)return p;let c=Math.hypot(m,(v+t*m)/a);return Math.min(p,c>d?Math.log(c/d)/t:0)}}}",
  },
  {
    uses: [],
    text: "function Fe({value:n,V:e},r){return{F:(t,o)=>o===void 0?0:o*r+t*e(0),at(t,o,s){let a=t/r;return o*(1-n(a))+s*a*(1-a)**2},G(t,o,s){let a=t/r;return(-o*e(a)+s*(1-a)*(1-3*a))/r},length:(t,o)=>t===0&&o===0?0:r}}",
  },
  {
    uses: [],
    text: "function $(n){return{F:()=>0,at:(e,r)=>r*Math.exp(-e/n),G:(e,r)=>-r/n*Math.exp(-e/n),length:(e,r,t)=>Math.abs(e)>t?n*Math.log(Math.abs(e)/t):0}}",
  },
  {
    uses: [27, 28],
    text: "function _e(n,e,r,t){let o=e.value(t,0);if(!(n._1f(t)&&e.Y&&n._17(t)===o))return o>=.5||!e.Y?w:X(r.length(1,0,n.I))}",
  },
  {
    uses: [],
    text: "function E(n){return{value:(e,r)=>n[r],G:()=>0,Y:!0}}",
  },
  {
    uses: [],
    text: "let F=class{constructor(e,r,t){this.P=e,this.M=r,this.I=t,this.H=[]}R(e){let{H:r}=this;let[t,o]=[0,r.length];for(;t<o;){let s=t+o>>1;r[s].F<=e?t=s+1:o=s}return r[t-1]}value(e,r=0){return(this.R(e)??this.P).value(e,r)}G(e,r=0){return(this.R(e)??this.P).G(e,r)}_17(e,r=0){return(this.R(e)?.E??this.P).value(e,r)}_1f(e){let r=this.R(e);return r!==void 0&&e<r.end}F(e,r,t,o,s=Array.from({length:this.M},(a,i)=>this.value(e,i))){let a=s.map((d,y)=>{let[p,c]=[d-r.value(e,y),r.G(e,y)],g=t.F(p,o?this.G(e,y)-c:void 0,c);return[p,g]}),i=a.map(([d,y])=>t.length(d,y,this.I)),l=Math.max(e+Math.max(...i)*1e3,r._1n??e),u=(d,y)=>{let[p,c]=a[y];return t.at((d-e)/1e3,p,c)},m=(d,y)=>{let[p,c]=a[y];return t.G((d-e)/1e3,p,c)},v={F:e,end:l,E:r,way:t,from:s,fading:u,value:(d,y)=>r.value(d,y)+(d<l?u(d,y):0),G:(d,y)=>r.G(d,y)+(d>l?0:m(d,y))};return this.H.at(-1)?.F===e&&this.H.pop(),this.H.push(v),v}};",
  },
  {
    uses: [40],
    text: "let ie=(n,e,{how:r},t)=>({K:le(n,e.pose,t,r.route)});",
  },
  {
    uses: [35],
    text: "let He=(n,e,r,t,o)=>({K:ie(n,e,r,t,o).K.map(s=>({...s,_z:!0}))});",
  },
  {
    uses: [40, 43],
    text: "let Ge=(n,e,{how:r},t)=>{let o=Be(n,e.poses);return{K:o===void 0?[]:le(n,o,t,r.route)}};",
  },
  {
    uses: [33, 44],
    text: "let Ve=(n,e,{how:r},t,o)=>{let{figure:s,channels:a}=e;return{K:a.flatMap(i=>{let l=n._18?.(t,s,i,o),u=n.channel?.(s,i);return l===void 0||!u?[]:[{B:u,E:E(J(u,t,[l],r.route))}]})}};",
  },
  {
    uses: [33],
    text: "let Ke=(n,e,r,t)=>{let{figure:o,channel:s,amount:a}=e,i=n.channel?.(o,s);return!i||i.channel.M>1?{K:[]}:{K:[{B:i,E:E([i.channel._17(t)+a])}]}};",
  },
  {
    uses: [20, 33, 44],
    text: "function le(n,e,r,t){return e!==A?n._10(e).map(({B:o,values:s})=>({B:o,pose:e,E:E(J(o,r,s,t))})):[...n.B.values()].map(o=>{let{P:s}=o.channel,a=s.Y&&o.L?E(J(o,r,[s.value(r,0)],t)):s;return{B:o,E:a,pose:e}})}",
  },
  {
    uses: [20, 42],
    text: "function ue(n,e){let r=e===A?[...n.B.values()]:n._10(e).map(({B:t})=>t);return de(r,e)&&(e===A||r.length>0)}",
  },
  {
    uses: [20],
    text: "let de=(n,e)=>n.every(r=>r.pose===e||e===A&&r.pose===null);",
  },
  {
    uses: [20, 41, 42],
    text: "function Be(n,e){let r=e.flatMap(s=>n._10(s).map(({B:a})=>a)),t=s=>s===A?de(r,s):ue(n,s),o=e.findIndex(t);return e[(o+1)%e.length]}",
  },
  {
    uses: [],
    text: 'function J({L:n,channel:e},r,t,o="shorter"){if(!n)return t;let s=e.value(r);return[s+n(s,t[0],o)]}',
  },
  {
    uses: [],
    text: "function Z({curves:n},e){let[r,...t]=n[e],o=(s,a)=>{let[i,l,...u]=t.find(y=>s<y[1])??t.at(-1),m=(2*s-i-l)/(l-i);let[v,d]=[0,0];for(let y of u.reverse())d=d*m+v,v=v*m+y;return a?d*2/(l-i):v};return{value:s=>o(s,!1),V:s=>s?o(s,!0):r}}",
  },
  {
    uses: [],
    text: 'let Ue={pointerdown:"press",pointermove:"move"};',
  },
  {
    uses: [],
    text: "function B({_r:n,C:e},r,t){let o=n.getBoundingClientRect(),s=e.size[0]/o.width;return[(r-o.x)*s,(t-o.y)*s]}",
  },
  {
    uses: [46, 47],
    text: 'function Ye(n){let e=!1;n.on("pointerdown pointermove pointerup pointercancel",r=>{let t=Ue[r.type]??"release",o=["","mouse"].includes(r.pointerType)?r.target:document.elementFromPoint(r.clientX,r.clientY);if(!r.isPrimary||r.button>0||(t==="press"?!n._r.contains(o):t==="release"&&!e))return;e=t==="press"||e&&t==="move";let[s,a]=B(n,r.clientX,r.clientY);n.send({type:t,x:s,y:a,figure:n._1a(o)[0]??null},r)})}',
  },
  {
    uses: [47],
    text: 'function qe(n){for(let e of n.C.pressable){let r=n.T.get(e);r&&(r.tabIndex=0,r.role??="button",n.on("keydown keyup",t=>{if(t.repeat||t.key!=="Enter"&&t.key!==" ")return;t.preventDefault();let o=r.getBoundingClientRect(),[s,a]=B(n,o.x+o.width/2,o.y+o.height/2);n.send({type:t.type==="keydown"?"press":"release",x:s,y:a,figure:e},t)},r))}}',
  },
  {
    uses: [],
    text: 'function ze(n){n.on("keydown keyup",e=>{e.repeat||n.send({type:e.type==="keydown"?"key-down":"key-up",key:e.key},e)})}',
  },
  {
    uses: [],
    text: 'function je(n){let e=r=>{let t=document.scrollingElement;for(let{id:o,of:s}of n.C.levers)s.kind==="scroll"&&n.send({type:"lever",lever:o,value:t.scrollTop/(t.scrollHeight-t.clientHeight||1)},r)};n.on("scroll",e),e()}',
  },
  {
    uses: [],
    text: 'function Qe(n){n.on("input",e=>{let{dataset:r,valueAsNumber:t}=e.target;r.lever&&n.send({type:"lever",lever:r.lever,value:t},e)})}',
  },
  {
    uses: [],
    text: "let pe=.1;",
  },
  {
    uses: [53],
    text: 'function me(n,e,r,t,o){let s=a=>r.value(n==="value"?t(a-e):Math.abs(o(a-e)));return{Y:!1,value:s,G:a=>n==="value"?r.V(t(a-e))*o(a-e):(s(a)-s(a-pe))*1e3/pe}}',
  },
  {
    uses: [],
    text: "let Xe=1e-4;",
  },
  {
    uses: [19, 33, 34, 55],
    text: "let U=class{constructor(e,r){this.lever=e,this.way=r;let{range:t}=e,o=Math.abs(t[1]-t[0])*Xe;this.channel=new F(E([j(e)]),1,o)}_1e(e,r){let[t,o]=this.lever.range,s=Math.min(Math.max(r,t),o);return this.channel._17(e)===s?!1:(this.channel.F(e,E([s]),this.way,!0),!0)}};",
  },
  {
    uses: [28, 56],
    text: "let ee=n=>({C:e,_u:r,_y:t},o)=>{o.levers=new Map(e.levers.map(s=>{let a=t||s.way.length===0?w:n(...s.way),i=new U(s,a);return r.push(i.channel),[s.id,i]}))};",
  },
  {
    uses: [31, 57],
    text: "let $e=ee(n=>$(n));",
  },
  {
    uses: [29, 57],
    text: "let Je=ee((n,...e)=>K(n,...e));",
  },
  {
    uses: [29, 31, 57],
    text: "let Ze=ee((n,...e)=>e.length>0?K(n,...e):$(n));",
  },
  {
    uses: [45, 54],
    text: 'function en({C:n,N:e},r){for(let[t,o,s,a,i]of n.followers){let l=Z(n,s),u=()=>(typeof o=="number"?e[o]:r.levers?.get(o))?.channel;e[t].channel.P=me(a,i,l,m=>u().value(m),m=>u().G(m))}}',
  },
  {
    uses: [],
    text: "function nn(n,e){if(n===0)return e[0]>=.5;let r=e.reduce((t,o)=>t*Math.cos(o*Math.PI/180),n);return r>0||n>0&&r===0}",
  },
  {
    uses: [],
    text: "function Y(n,e){return Math.atan2(n,-e)*180/Math.PI}",
  },
  {
    uses: [47],
    text: 'function ye(n,e,r,t){let o=e.appendChild(document.createElement("i"));o.style.cssText=`position:absolute;left:${r};top:${t}`;let{x:s,y:a}=o.getBoundingClientRect();return o.remove(),B(n,s,a)}',
  },
  {
    uses: [64],
    text: 'function ne(n,e){let[r,t]=getComputedStyle(e).transformOrigin.split(" ");return ye(n,e,r,t)}',
  },
  {
    uses: [],
    text: "function rn({C:n,_11:e},r){r.channel=(t,o)=>{let s=n.channels.findIndex(a=>a[0]===t&&a[1]===o);return s<0?void 0:e(s)}}",
  },
  {
    uses: [63, 65],
    text: 'function tn(n,e){e._18=(r,t,o,{x:s,y:a})=>{n.paint(r);let[i,l]=ne(n,n.T.get(t));return o==="rotate"?Y(s-i,a-l):(e.channel?.(t,o)?.channel.value(r)??0)+(o==="x"?s-i:a-l)}}',
  },
  {
    uses: [63, 64, 65],
    text: 'function on(n,e){e._18=(r,t,o,{x:s,y:a})=>{let i=n.T.get(t);n.paint(r);let l=(R,S)=>ye(n,i.parentElement,R,S),[[u,m],[v,d],[y,p]]=[l("0","0"),l("999px","0"),l("0","999px")],[c,g]=ne(n,i),{x,y:L}=new DOMMatrix([v-u,d-m,y-u,p-m,0,0]).inverse().transformPoint({x:s-c,y:a-g});return Number.isNaN(x)?void 0:o==="rotate"?Y(x,L):(e.channel?.(t,o)?.channel.value(r)??0)+999*(o==="x"?x:L)}}',
  },
  {
    uses: [],
    text: 'function ce({C:n},e){e._16=(r,t,{x:o,y:s})=>{let a=n.levers.find(i=>i.of===t)?.corner??0;return t.kind==="pointer-x"?o-a:t.kind==="pointer-y"?s-a:void 0}}',
  },
  {
    uses: [63, 65, 69],
    text: 'function sn(n,e){ce(n,e);let r=e._16;e._16=(t,o,s)=>{if(o.kind!=="angle"&&o.kind!=="distance")return r?.(t,o,s);let a=n.T.get(o.figure);if(!a)return;n.paint(t);let[i,l]=ne(n,a),[u,m]=[s.x-i,s.y-l];return o.kind==="angle"?Y(u,m):Math.hypot(u,m)}}',
  },
  {
    uses: [],
    text: "function fe(n,e,r,t){let o=new Map;let s={K:[]};for(let a of e.then){let i=n._1j[a.do]?.(n,a,e,r,t);for(let l of i?.K??[])o.set(l.B.O,l);s={...s,...i,K:[...o.values()]}}return s}",
  },
  {
    uses: [],
    text: 'let ve="";',
  },
  {
    uses: [28, 71, 72],
    text: 'function be(n,e){let r=[];let t=Number.NEGATIVE_INFINITY,o={x:0,y:0,figure:null};let s=(p,c)=>{if(!isFinite(p))return;let g=r.length;for(;g>0&&r[g-1].S>p;)g--;r.splice(g,0,{S:p,_1c:c})},a=()=>r[0]?.S??1/0,i=p=>{for(;a()<=p;)t=Math.max(t,a()),r.shift()?._1c();t=Math.max(t,p)},l=(p,c)=>{for(let g of n.responses)c(g)&&u(g,p)},u=(p,c)=>{d._1i?.(p,c)||(p.inPose===void 0||n._15?.(n,p.inPose))&&m(p,c,o)},m=(p,c,g)=>{let x=fe(n,p,c,g);x._1o&&x.K.length===0||d._q?.(p,c,g,x)||v(p,c,x)},v=(p,c,g)=>{let{how:x,midFlight:L}=p,N=n._1m(x,n._1p?.(g,x,c)??1),R=[];let S=c;for(let{B:k,E:D,_z:G,pose:_}of g.K){let{channel:C}=k,I=C.R(c),O=I!==void 0&&c<I.end,T=C.G(c),H=G?w:k._t?k._t(C,D,N,c):N;if(!H)continue;let M=C.F(c,D,H,L==="keeps-speed"&&!g._1r&&(O||T!==0),L==="starts-over"&&O?I.from:n._1q?.(k,c));k.pose=_??ve,S=Math.max(S,M.end),R.push({B:k,D:M,_14:O,Q:T})}g._1d?.(d),d._19?.(p,c,R,S)},d={get _13(){return t},get _v(){return a()},U:s,_s:l,_x:i,Z:u,F:m,send(p,c){i(p),n.note?.("event",p,c),"x"in c&&(o=c);for(let g of y)g?.(p,c)}},y=e.map(p=>p(d,n));return d}',
  },
  {
    uses: [28, 33, 34, 73],
    text: 'function an(n,e,{reduced:r="auto",note:t,now:o},{J:s,_1k:a,A:i,L:l,_t:u,_1h:m,curve:v,_12:d,_1b:y}){let p=o??(()=>performance.now()),c=p(),g=r==="auto"?matchMedia("(prefers-reduced-motion: reduce)").matches:r,x=f=>e.querySelector(f),L=new Map;for(let[f,[b,h]]of Object.entries(n.figures)){let P=x(b);P&&(P.style.cssText+=h,L.set(f,P))}e.style.touchAction=n.touch;let N=n.shown.map(([f,...b])=>({element:x(f),X:b,text:""})),R=n.channels.map(([,,f,b,h,...P],W)=>({O:W,_w:h,pose:null,channel:new F(E(P),P.length,b),L:f===1?l:void 0,_t:f===2?u:void 0})),S=R.map(({channel:f})=>f),k=new Map;let D=0,G=0;let _=new AbortController,C=f=>Math.max((f&&!o?f.timeStamp:p())-c,M._13),I=()=>{D===0&&(D=requestAnimationFrame(()=>{D=0,O()}))},O=()=>{let f=C();M._x(f),T.paint(f);let b=!1;for(let{H:h}of S){for(;(h[1]?.F??f)<f-n.lag;)h.shift();b||=(h.at(-1)?.end??0)+n.lag>f}clearTimeout(G),!_.signal.aborted&&(b?I():isFinite(M._v)&&(G=window.setTimeout(I,M._v-f)))},T={C:n,_r:e,_y:g,T:L,N:R,_u:S,_1a:f=>[...L].filter(([,b])=>f&&b.contains(f)).map(([b])=>b).reverse(),_11(f){let b=R[f];return k.set(f,b),b},on(f,b,h=document){let{signal:P}=_;for(let W of f.split(" "))h.addEventListener(W,b,{capture:!0,signal:P})},send(f,b){M.send(C(b),f),I()},paint(f){for(let b of N){let[h,P,W]=b.X,re=P.map(V=>typeof V=="string"?V:S[V>>2]?.value(f,V&3)),q=W===void 0?re.join(""):y?.(W,re)?"inherit":"hidden";b.text!==q&&b.element?.style.setProperty(h,q),b.text=q}}},H={...i,B:k,note:t,size:n.size,responses:n.responses,_10:f=>(n.poses[f]??[]).map(([b,...h])=>({B:T._11(b),values:h})),_1m({curve:f,duration:b},h){let P=f,W=b*h/1e3;return g?w:typeof P!="number"?m?.(...P)??w:W>0&&d&&v?.(d(n,P),W)||w},W:f=>[...T._1a(L.get(f)),null]},M=be(H,s);for(let f of a)f(T,H);return O(),{send:T.send,paint:O,stop:()=>_.abort()}}',
  },
];
